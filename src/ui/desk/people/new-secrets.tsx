'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Modal from 'react-bootstrap/Modal';
import type { PersonView } from '@/contracts/views';
import { Trouble, useSend } from '../../design';

/** Gives somebody a new PIN or password; they are signed out everywhere then. Desk rights of leads and owners need a password. */
export function NewSecrets({ person }: { person: PersonView }) {
  const [open, setOpen] = useState(false);
  const [pin, setPin] = useState('');
  const [password, setPassword] = useState('');
  const { busy, trouble, setTrouble, run } = useSend();
  const router = useRouter();
  const close = () => {
    setOpen(false);
    setPin('');
    setPassword('');
    setTrouble(null);
  };
  const save = async () => {
    if (
      !(await run('PATCH', `/api/people/${person.id}`, { ...(pin ? { pin } : {}), ...(password ? { password } : {}) }))
    )
      return;
    close();
    router.refresh();
  };
  return (
    <>
      <Button variant="outline-dark" size="sm" onClick={() => setOpen(true)}>
        New PIN or password
      </Button>
      <Modal show={open} onHide={close} centered>
        <Modal.Header closeButton>
          <Modal.Title>New PIN or password for {person.name}</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <Form.Group controlId={`pin-${person.id}`} className="mb-3">
            <Form.Label>PIN</Form.Label>
            <Form.Control
              inputMode="numeric"
              autoComplete="off"
              maxLength={8}
              value={pin}
              onChange={(event) => setPin(event.target.value)}
            />
            <Form.Text>4 to 8 digits; empty leaves it as it is</Form.Text>
          </Form.Group>
          <Form.Group controlId={`password-${person.id}`}>
            <Form.Label>Password, for the desk</Form.Label>
            <Form.Control
              type="password"
              autoComplete="new-password"
              maxLength={72}
              value={password}
              onChange={(event) => setPassword(event.target.value)}
            />
            <Form.Text>10 to 72 characters; empty leaves it as it is</Form.Text>
          </Form.Group>
          <Trouble text={trouble} />
        </Modal.Body>
        <Modal.Footer>
          <Button disabled={busy || (!pin && !password)} onClick={save}>
            Save
          </Button>
        </Modal.Footer>
      </Modal>
    </>
  );
}
