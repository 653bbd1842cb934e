'use client';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { indexItems, itemsOf, namedWords, parseReference } from '@/core/document';
import { capital } from '@/core/trade';
import { Row, withoutEntry } from '../item/fields';
import { Group } from '../item/group';
import type { AboutProps } from './about-props';

/** Order with its reason ("A before B, because"), and other ways in ("either way in"). */
export function Rules({ document, change }: AboutProps) {
  const index = indexItems(document);
  const words = (text: string) => {
    const read = parseReference(text);
    return read ? namedWords(index, read.item) : text;
  };
  const items = itemsOf(document).map(({ id }): [string, string] => [id, capital(namedWords(index, id))]);
  const before = document.before ?? [];
  const routes = document.routes ?? [];
  return (
    <Group title="Order and ways in">
      {before.map((rule, at) => (
        <Row key={`${rule.first} ${rule.then}`} label="Order">
          <span>
            {capital(words(rule.first))} before {words(rule.then)}
            {rule.why && `, because ${rule.why}`}
          </span>{' '}
          <Button size="sm" variant="outline-dark" onClick={() => change({ before: withoutEntry(before, at) })}>
            Remove
          </Button>
        </Row>
      ))}
      <NewRule items={items} onAdd={(rule) => change({ before: [...before, rule] })} />
      {routes.map((route, at) => (
        <Row key={route.of} label="Either way in">
          <span>
            {capital(words(route.of))}:{' '}
            {route.anyOf.map((set) => set.map(words).join(' and ') || 'as it is').join(', or ')}
          </span>{' '}
          <Button size="sm" variant="outline-dark" onClick={() => change({ routes: withoutEntry(routes, at) })}>
            Remove
          </Button>
        </Row>
      ))}
      <NewRoute
        items={items}
        onAdd={(of, ways) =>
          change({ routes: [...routes.filter((route) => route.of !== of), { of, anyOf: ways.map((way) => [way]) }] })
        }
      />
    </Group>
  );
}

type Choices = [string, string][];

function Pick({
  label,
  items,
  value,
  onPick,
}: {
  label: string;
  items: Choices;
  value: string;
  onPick: (value: string) => void;
}) {
  return (
    <select className="form-select" aria-label={label} value={value} onChange={(event) => onPick(event.target.value)}>
      <option value="">{label}…</option>
      {items.map(([id, one]) => (
        <option key={id} value={id}>
          {one}
        </option>
      ))}
    </select>
  );
}

function NewRule({
  items,
  onAdd,
}: {
  items: Choices;
  onAdd: (rule: { first: string; then: string; why?: string }) => void;
}) {
  const [first, setFirst] = useState('');
  const [then, setThen] = useState('');
  const [why, setWhy] = useState('');
  const add = () => {
    onAdd({ first, then, ...(why.trim() ? { why: why.trim() } : {}) });
    setFirst('');
    setThen('');
    setWhy('');
  };
  return (
    <Row label="This before that">
      <Pick label="First" items={items} value={first} onPick={setFirst} />
      <Pick label="Then" items={items.filter(([id]) => id !== first)} value={then} onPick={setThen} />
      <input
        className="form-control"
        aria-label="Because"
        placeholder="because…"
        maxLength={2000}
        value={why}
        onChange={(event) => setWhy(event.target.value)}
      />
      <Button size="sm" variant="outline-dark" disabled={!first || !then || first === then} onClick={add}>
        Add the order
      </Button>
    </Row>
  );
}

function NewRoute({ items, onAdd }: { items: Choices; onAdd: (of: string, ways: string[]) => void }) {
  const [of, setOf] = useState('');
  const [one, setOne] = useState('');
  const [other, setOther] = useState('');
  const others = items.filter(([id]) => id !== of);
  const add = () => {
    onAdd(of, [one, other]);
    setOf('');
    setOne('');
    setOther('');
  };
  return (
    <Row label="Two ways in">
      <Pick label="To reach" items={items} value={of} onPick={setOf} />
      <Pick label="either after" items={others} value={one} onPick={setOne} />
      <Pick label="or after" items={others.filter(([id]) => id !== one)} value={other} onPick={setOther} />
      <Button size="sm" variant="outline-dark" disabled={!of || !one || !other} onClick={add}>
        Add the ways
      </Button>
    </Row>
  );
}
