'use client';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import { indexItems, namedWords, removalEffects, type ProcedureDocument } from '@/core/procedure';
import { capital } from '@/core/text';
import { useCatalogue } from '../../design';

/** Says what else goes or changes with an item before it is deleted. */
export function ConfirmRemove({
  document,
  id,
  onRemove,
  onClose,
}: {
  document: ProcedureDocument;
  id: string;
  onRemove: () => void;
  onClose: () => void;
}) {
  const catalogue = useCatalogue();
  const index = indexItems(document);
  const words = (one: string) => namedWords(index, one, catalogue);
  const { gone, changed } = removalEffects(document, id);
  return (
    <Modal show onHide={onClose} centered scrollable aria-labelledby="remove-title">
      <Modal.Header closeButton>
        <Modal.Title id="remove-title">Delete the {words(id)}?</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {gone.length > 0 && (
          <>
            <p className="mb-1">These go with it, since they hold or tie nothing else:</p>
            <ul>
              {gone.map((one) => (
                <li key={one}>{capital(words(one))}</li>
              ))}
            </ul>
          </>
        )}
        {changed.length > 0 && (
          <>
            <p className="mb-1">These no longer say that it is in front of them or holds them:</p>
            <ul>
              {changed.map((one) => (
                <li key={one}>{capital(words(one))}</li>
              ))}
            </ul>
          </>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="outline-dark" onClick={onClose}>
          Keep it
        </Button>
        <Button variant="danger" autoFocus onClick={onRemove}>
          Delete {gone.length > 0 ? `all ${gone.length + 1}` : 'it'}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
