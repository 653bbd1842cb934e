'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import { Trouble, useSend } from '../../design';

/** Throws the draft away, as it was last seen here. The revision in force stays. */
export function Discard({
  id,
  title,
  readVersion,
  forget,
}: {
  id: string;
  title: string;
  readVersion: () => number;
  forget: () => Promise<void>;
}) {
  const [open, setOpen] = useState(false);
  const { busy, trouble, run } = useSend();
  const router = useRouter();
  const discard = async () => {
    if (!(await run('DELETE', `/api/procedures/${encodeURIComponent(id)}/draft?version=${readVersion()}`))) return;
    await forget();
    router.push('/library');
    router.refresh();
  };
  return (
    <>
      <Button variant="outline-danger" onClick={() => setOpen(true)}>
        Discard draft
      </Button>
      <Modal show={open} onHide={() => setOpen(false)} centered>
        <Modal.Header closeButton>
          <Modal.Title>Discard this draft?</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <p>
            All changes in the draft of “{title}” are lost. A published revision stays as it is; a procedure that was
            never published is deleted.
          </p>
          <Trouble text={trouble} />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="danger" disabled={busy} onClick={discard}>
            Discard
          </Button>
        </Modal.Footer>
      </Modal>
    </>
  );
}
