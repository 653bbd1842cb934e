'use client';
import type { ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import { type Item, indexItems, itemsOf, itemWords, parseReference, type ProcedureDocument } from '@/core/document';
import { capital } from '@/core/trade';
import { ChipRow, listOrNothing, NumberRow, PickRow, Row, SelectRow, TextRow, toggled, withoutEntry } from './fields';
import { Group } from './group';
import { partChoices, type ItemProps } from './item-props';
import { Recordings } from '../../../design';
import { PhotoRow } from './photo-row';

/** What hides it: nothing said, in sight, or parts that come off or free first; and other ways in. */
export function HiddenBy({ document, item, change }: ItemProps<Item>) {
  const { behind } = item;
  const index = indexItems(document);
  const choices = new Map<string, string>();
  for (const [id, words] of partChoices(document, item.id)) {
    choices.set(id, words);
    choices.set(`${id}:free`, `${words}, hanging free`);
    for (const region of Object.keys(index.parts.get(id)?.regions ?? {}))
      choices.set(`${id}:free@${region}`, `${words}, ${region.replaceAll('-', ' ')} peeled`);
  }
  for (const text of behind ?? []) if (!choices.has(text)) choices.set(text, wordsOf(document, text));
  return (
    <Group title="Hidden by">
      <PickRow
        label="Behind"
        picked={behind ?? []}
        options={[...choices]}
        add={behind?.length ? 'and…' : 'pick what covers it…'}
        onChange={(list) => change({ behind: listOrNothing(list) })}
      >
        <button
          type="button"
          aria-pressed={behind?.length === 0}
          onClick={() => change({ behind: behind?.length === 0 ? undefined : [] })}
        >
          nothing: in sight
        </button>
      </PickRow>
      <WhenRows document={document} item={item} change={change} />
    </Group>
  );
}

function wordsOf(document: ProcedureDocument, text: string): string {
  const read = parseReference(text);
  if (!read) return text;
  const name =
    read.procedure && read.procedure !== document.id ? text : capital(itemWords(indexItems(document), read.item));
  return read.state && read.state !== 'off' ? `${name}, ${read.state}` : name;
}

/** On which vehicles it is there at all, by their options. */
export function WhenRows({ document, item, change }: ItemProps<Item>) {
  const options = Object.entries(document.options ?? {});
  if (options.length === 0) return null;
  const wanted = (option: string) => [item.when?.[option] ?? []].flat();
  const toggle = (option: string, value: string) => {
    const next = toggled(wanted(option), value);
    const { [option]: _, ...rest } = item.when ?? {};
    const when = { ...rest, ...(next.length ? { [option]: next.length === 1 ? next[0] : next } : {}) };
    change({ when: Object.keys(when).length ? when : undefined });
  };
  return (
    <>
      {options.map(([option, values]) => (
        <ChipRow
          key={option}
          label={`Only with ${option}`}
          pressed={wanted(option)}
          options={values.map((value): [string, string] => [value, value])}
          onToggle={(value) => toggle(option, value)}
        />
      ))}
    </>
  );
}

const HARD: [string, string][] = [
  ['', 'not said'],
  ['1', '1: easy'],
  ['2', '2'],
  ['3', '3: takes care'],
  ['4', '4'],
  ['5', '5: breaks easily'],
];

/** What to look out for: how hard it is and why, its own time, what must come before, other ways in. */
export function LookOut({ document, item, change, children }: ItemProps<Item> & { children?: ReactNode }) {
  const index = indexItems(document);
  const rules = (document.before ?? []).filter(({ first, then }) =>
    [first, then].some((text) => parseReference(text)?.item === item.id),
  );
  const routes = (document.routes ?? []).filter(({ of }) => of === item.id);
  const named = (text: string) => itemWords(index, parseReference(text)?.item ?? text);
  const isKnown = itemsOf(document).some(({ id }) => id === item.id);
  return (
    <Group title="Look out">
      <SelectRow
        label="Hard"
        value={String(item.difficulty ?? '')}
        options={HARD}
        onChange={(value) => change({ difficulty: value ? Number(value) : undefined })}
      />
      {item.difficulty !== undefined && (
        <TextRow
          label="because"
          value={item.difficultyWhy}
          onChange={(difficultyWhy) => change({ difficultyWhy }, true)}
        />
      )}
      <NumberRow
        label="Takes"
        unit="s"
        max={36000}
        empty="as usual"
        value={item.seconds}
        onChange={(seconds) => change({ seconds }, true)}
      >
        {item.took !== undefined && item.took !== item.seconds && (
          <Button size="sm" variant="outline-dark" onClick={() => change({ seconds: item.took })}>
            Took {item.took} s when recorded: plan with that
          </Button>
        )}
      </NumberRow>
      {isKnown && (rules.length > 0 || routes.length > 0) && (
        <Row label="Order">
          {rules.map(({ first, then, why }) => (
            <p key={`${first} ${then}`} className="mb-1">
              {capital(named(first))} before {named(then)}
              {why && `: ${why}`}
            </p>
          ))}
          {routes.map(({ of, anyOf }) => (
            <p key={of} className="mb-1">
              Either way in: {anyOf.map((set) => set.map(named).join(' and ') || 'as it is').join(', or ')}
            </p>
          ))}
        </Row>
      )}
      {children}
      <PhotoRow procedure={document.id} item={item} change={change} />
      {item.recordings && (
        <Row label="Recordings">
          {item.recordings.map((one, at) => (
            <span key={one.id} className="recording-line">
              <Recordings recordings={[one]} />
              <Button
                size="sm"
                variant="outline-dark"
                onClick={() => change({ recordings: withoutEntry(item.recordings!, at) })}
              >
                Remove
              </Button>
            </span>
          ))}
        </Row>
      )}
    </Group>
  );
}

/** Whether what was done can be undone so that the vehicle is as it was delivered. */
export function ReversibleRow({
  value,
  onChange,
}: {
  value: boolean | undefined;
  onChange: (value: boolean | undefined) => void;
}) {
  return (
    <SelectRow
      label="Back to stock"
      value={String(value ?? '')}
      options={[
        ['', 'not said'],
        ['true', 'can go back to stock'],
        ['false', 'cannot go back to stock'],
      ]}
      onChange={(said) => onChange(said === '' ? undefined : said === 'true')}
    />
  );
}
