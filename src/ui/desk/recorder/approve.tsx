'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Modal from 'react-bootstrap/Modal';
import { Trouble, useSend } from '../../design';

/** A lead puts the draft in force, saying what changed and why. Saves first; refused while the checker finds errors. */
export function Approve({
  id,
  errors,
  saveNow,
  readVersion,
}: {
  id: string;
  /** What stands against it; null while the checker still looks. */
  errors: number | null;
  saveNow: () => Promise<boolean>;
  readVersion: () => number;
}) {
  const [open, setOpen] = useState(false);
  const [note, setNote] = useState('');
  const { busy, trouble, setTrouble, run } = useSend();
  const router = useRouter();
  const approve = async () => {
    if (!(await saveNow())) return setTrouble('The draft is not saved yet; try again in a moment.');
    if (readVersion() === 0) return setTrouble('Nothing was changed yet.');
    const done = await run('POST', `/api/procedures/${encodeURIComponent(id)}/approve`, {
      note,
      version: readVersion(),
    });
    if (!done) return;
    router.push(`/procedures/${encodeURIComponent(id)}`);
    router.refresh();
  };
  return (
    <>
      <Button
        disabled={errors !== 0}
        title={errors === null ? 'Checking…' : errors > 0 ? 'The checker finds errors' : undefined}
        onClick={() => setOpen(true)}
      >
        Publish revision
      </Button>
      <Modal show={open} onHide={() => setOpen(false)} centered>
        <Modal.Header closeButton>
          <Modal.Title>Publish revision</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <Form.Group controlId="approve-note">
            <Form.Label>What changed, and why</Form.Label>
            <Form.Control value={note} autoFocus onChange={(event) => setNote(event.target.value)} />
          </Form.Group>
          <Trouble text={trouble} />
        </Modal.Body>
        <Modal.Footer>
          <Button disabled={busy || !note.trim()} onClick={approve}>
            Publish
          </Button>
        </Modal.Footer>
      </Modal>
    </>
  );
}
