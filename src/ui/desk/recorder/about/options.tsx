'use client';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { indexItems, itemsOf, namedWords } from '@/core/document';
import { Row } from '../item/fields';
import { Group } from '../item/group';
import type { AboutProps } from './about-props';

/** The choices that change the work: an option's name and its values. One that items depend on says so before it goes. */
export function Options({ document, change }: AboutProps) {
  const [name, setName] = useState('');
  const [values, setValues] = useState('');
  const [asked, setAsked] = useState<string | null>(null);
  const options = document.options ?? {};
  const list = [
    ...new Set(
      values
        .split(',')
        .map((value) => value.trim())
        .filter(Boolean),
    ),
  ];
  const index = indexItems(document);
  const usedBy = (option: string) => itemsOf(document).filter(({ when }) => when && option in when);
  const drop = (option: string) => {
    const left = Object.fromEntries(Object.entries(options).filter(([one]) => one !== option));
    change({ options: Object.keys(left).length ? left : undefined });
    setAsked(null);
  };
  return (
    <Group title="Options of the vehicle">
      {Object.entries(options).map(([option, all]) => (
        <Row key={option} label={option}>
          <span>{all.join(', ')}</span>{' '}
          <Button
            variant="outline-dark"
            size="sm"
            onClick={() => (usedBy(option).length ? setAsked(option) : drop(option))}
          >
            Remove {option}
          </Button>
          {asked === option && (
            <p className="caution mild" role="alert">
              {usedBy(option).length} {usedBy(option).length === 1 ? 'item depends' : 'items depend'} on it,{' '}
              {namedWords(index, usedBy(option)[0].id)} among them: the checker will call that an error until they are
              changed.{' '}
              <Button size="sm" variant="outline-danger" onClick={() => drop(option)}>
                Remove all the same
              </Button>
            </p>
          )}
        </Row>
      ))}
      <Row label="New option">
        <input
          className="form-control"
          aria-label="Option"
          placeholder="windows"
          maxLength={200}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <input
          className="form-control"
          aria-label="Its values"
          placeholder="power, crank"
          maxLength={2000}
          value={values}
          onChange={(event) => setValues(event.target.value)}
        />
        <Button
          variant="outline-dark"
          size="sm"
          disabled={!name.trim() || list.length < 2}
          onClick={() => {
            change({ options: { ...options, [name.trim()]: list } });
            setName('');
            setValues('');
          }}
        >
          Add the option
        </Button>
      </Row>
    </Group>
  );
}
