'use client';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';

/** The password of somebody whose name was picked. */
export function PasswordForm({
  name,
  busy,
  onPassword,
}: {
  name: string;
  busy: boolean;
  onPassword: (password: string) => void;
}) {
  const [password, setPassword] = useState('');
  return (
    <Form
      onSubmit={(event) => {
        event.preventDefault();
        onPassword(password);
      }}
    >
      <Form.Group controlId="password">
        <Form.Label>Password of {name}</Form.Label>
        <Form.Control
          type="password"
          autoComplete="current-password"
          autoFocus
          value={password}
          onChange={(event) => setPassword(event.target.value)}
        />
      </Form.Group>
      <Button type="submit" className="mt-3 w-100" disabled={busy || !password}>
        Sign in
      </Button>
    </Form>
  );
}

/** Name and password, typed, where no names are shown. */
export function NameForm({ busy, onEnter }: { busy: boolean; onEnter: (name: string, password: string) => void }) {
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  return (
    <Form
      onSubmit={(event) => {
        event.preventDefault();
        onEnter(name.trim(), password);
      }}
    >
      <Form.Group controlId="who" className="mb-3">
        <Form.Label>Name</Form.Label>
        <Form.Control
          autoComplete="username"
          maxLength={120}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
      </Form.Group>
      <Form.Group controlId="password">
        <Form.Label>Password</Form.Label>
        <Form.Control
          type="password"
          autoComplete="current-password"
          maxLength={200}
          value={password}
          onChange={(event) => setPassword(event.target.value)}
        />
      </Form.Group>
      <Button type="submit" className="mt-3 w-100" disabled={busy || !name.trim() || !password}>
        Sign in
      </Button>
    </Form>
  );
}
