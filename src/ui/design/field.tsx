'use client';
import type { ReactNode } from 'react';
import Form from 'react-bootstrap/Form';
import type { FieldError } from 'react-hook-form';

/** A labelled field with its message where it is wrong. */
export function Field({
  id,
  label,
  hint,
  error,
  children,
}: {
  id: string;
  label: string;
  hint?: string;
  error?: FieldError;
  children: ReactNode;
}) {
  return (
    <Form.Group className="mb-3" controlId={id}>
      <Form.Label>{label}</Form.Label>
      {children}
      {hint && !error && <Form.Text>{hint}</Form.Text>}
      {error && (
        <div className="trouble" role="alert">
          {error.message}
        </div>
      )}
    </Form.Group>
  );
}
