'use client';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import { indexItems, namedWords, removalEffects, type ProcedureDocument } from '@/core/document';
import { capital } from '@/core/trade';
import { useCatalogue } from '../../design';

/** Says what else goes or changes with items before they are deleted. */
export function ConfirmRemove({
  document,
  ids,
  onRemove,
  onClose,
}: {
  document: ProcedureDocument;
  ids: readonly string[];
  onRemove: () => void;
  onClose: () => void;
}) {
  const catalogue = useCatalogue();
  const index = indexItems(document);
  const words = (one: string) => namedWords(index, one, catalogue);
  const { gone, changed } = removalEffects(document, ids);
  return (
    <Modal show onHide={onClose} centered scrollable aria-labelledby="remove-title">
      <Modal.Header closeButton>
        <Modal.Title id="remove-title">
          Delete {ids.length === 1 ? `the ${words(ids[0])}` : `all ${ids.length} that are selected`}?
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {gone.length > 0 && (
          <>
            <p className="mb-1">These go as well, since they hold or tie nothing else:</p>
            <ul>
              {gone.map((one) => (
                <li key={one}>{capital(words(one))}</li>
              ))}
            </ul>
          </>
        )}
        {changed.length > 0 && (
          <>
            <p className="mb-1">These no longer say what is in front of them or holds them:</p>
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
          {ids.length === 1 ? 'Keep it' : 'Keep them'}
        </Button>
        <Button variant="danger" autoFocus onClick={onRemove}>
          Delete {gone.length + ids.length > 1 ? `all ${gone.length + ids.length}` : 'it'}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
