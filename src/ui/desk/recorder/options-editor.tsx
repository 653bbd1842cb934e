'use client';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { Edit, ProcedureDocument } from '@/core/procedure';

/** The choices that change the work: an option's name and its values. */
export function OptionsEditor({ document, onEdit }: { document: ProcedureDocument; onEdit: (edit: Edit) => void }) {
  const [name, setName] = useState('');
  const [values, setValues] = useState('');
  const options = document.options ?? {};
  const list = [
    ...new Set(
      values
        .split(',')
        .map((value) => value.trim())
        .filter(Boolean),
    ),
  ];
  const add = () => {
    onEdit({ type: 'document', patch: { options: { ...options, [name.trim()]: list } } });
    setName('');
    setValues('');
  };
  const drop = (option: string) =>
    onEdit({
      type: 'document',
      patch: { options: Object.fromEntries(Object.entries(options).filter(([one]) => one !== option)) },
    });
  return (
    <section className="inspector mt-3" aria-label="Options">
      <h3>Options of the vehicle</h3>
      {Object.entries(options).map(([option, all]) => (
        <p key={option} className="mb-2">
          {option}: {all.join(', ')}{' '}
          <Button variant="outline-dark" size="sm" onClick={() => drop(option)}>
            Remove {option}
          </Button>
        </p>
      ))}
      <div className="pair">
        <Form.Control
          aria-label="Option"
          placeholder="windows"
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <Form.Control
          aria-label="Its values"
          placeholder="power, crank"
          value={values}
          onChange={(event) => setValues(event.target.value)}
        />
      </div>
      <Button
        className="mt-2"
        variant="outline-dark"
        size="sm"
        disabled={!name.trim() || list.length < 2}
        onClick={add}
      >
        Add the option
      </Button>
    </section>
  );
}
