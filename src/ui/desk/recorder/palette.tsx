'use client';
import { useEffect, useRef, useState } from 'react';
import { COMMON_DRIVES, WORK_KINDS, PART_KINDS, type Catalogue, capital, foldText } from '@/core/trade';
import { likelyNext, type ItemType, type Likely, type ProcedureDocument } from '@/core/document';
import { useCatalogue } from '../../design';
import { FastenerGlyph, Glyph, LinkGlyph, PartGlyph, WorkGlyph } from '../../map';

/** What the next tap in the drawing places. */
export type Tool = Likely | null;

const GROUPS: [ItemType, string][] = [
  ['part', 'Parts'],
  ['fastener', 'Fasteners'],
  ['link', 'Tethers'],
  ['work', 'Work'],
];

interface PaletteProps {
  document: ProcedureDocument;
  tool: Tool;
  last: string | null;
  onTool: (tool: Tool) => void;
}

/** What can be placed: what is likely next, the same again, and everything by its first letters. */
export function Palette({ document, tool, last, onTool }: PaletteProps) {
  const catalogue = useCatalogue();
  const [typed, setTyped] = useState('');
  const search = useRef<HTMLInputElement>(null);
  const hasPart = document.parts.length > 0;
  const kinds = kindsOf(catalogue);
  const same = sameAgain(document, last);
  const wanted = foldText(typed).trim();
  const found = wanted ? kinds.filter(({ words }) => startsSo(words, wanted)) : [];
  const usable = (one: Likely) => hasPart || one.type === 'part';
  const pick = (one: Likely) => {
    if (!usable(one)) return;
    onTool(tool?.type === one.type && tool.kind === one.kind ? null : one);
    setTyped('');
  };
  useLetters(search, () => same && pick(same));
  const entry = (one: Likely) => kinds.find(({ type, kind }) => type === one.type && kind === one.kind);
  const row = (one: Likely, hint?: string) => {
    const known = entry(one);
    return known ? (
      <button
        key={`${one.type} ${one.kind} ${hint ?? ''}`}
        type="button"
        className="palette-row"
        aria-pressed={tool?.type === one.type && tool.kind === one.kind}
        disabled={!usable(one)}
        onClick={() => pick(one)}
      >
        <Glyph>
          <KindGlyph {...one} />
        </Glyph>
        <span>{capital(known.words)}</span>
        {hint && <kbd>{hint}</kbd>}
      </button>
    ) : null;
  };
  return (
    <section className="palette" aria-label="Place">
      <input
        ref={search}
        className="form-control"
        aria-label="Find what to place"
        placeholder="Find: first letters"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && found[0]) {
            pick(found[0]);
            search.current?.blur();
          }
          if (event.key === 'Escape') {
            setTyped('');
            search.current?.blur();
          }
        }}
      />
      <div className="palette-scroll" tabIndex={0}>
        {wanted ? (
          <>
            {found.map((one) => row(one))}
            {found.length === 0 && <p className="quiet">Nothing begins with “{typed}”.</p>}
          </>
        ) : (
          <>
            <button type="button" className="palette-row" aria-pressed={tool === null} onClick={() => onTool(null)}>
              <span>Select and move</span>
              <kbd>Esc</kbd>
            </button>
            <h3>Likely next</h3>
            {likelyNext(document, last).map((one) => row(one))}
            {same && (
              <>
                <h3>Same again</h3>
                {row(same, '.')}
              </>
            )}
            {GROUPS.map(([type, title]) => (
              <details key={type}>
                <summary>
                  {title} <span className="quiet">{kinds.filter((one) => one.type === type).length}</span>
                </summary>
                {kinds.filter((one) => one.type === type).map((one) => row(one))}
              </details>
            ))}
          </>
        )}
      </div>
    </section>
  );
}

interface Kind extends Likely {
  words: string;
}

function kindsOf(catalogue: Catalogue): Kind[] {
  const of = (type: ItemType, map: ReadonlyMap<string, { name: string }>): Kind[] =>
    [...map].map(([kind, { name }]) => ({ type, kind, words: name }));
  return [
    ...of('part', PART_KINDS),
    ...of('fastener', catalogue.fasteners),
    ...of('link', catalogue.links),
    ...[...WORK_KINDS].map(([kind, { verb, name }]): Kind => ({
      type: 'work',
      kind,
      words: `${verb.toLowerCase()} (${name})`,
    })),
  ];
}

/** Whether some word of a name begins with what was typed. */
const startsSo = (words: string, wanted: string) =>
  foldText(words)
    .split(/[^a-z0-9]+/)
    .some((_, at, all) => all.slice(at).join(' ').startsWith(wanted));

/** The kind that was recorded last. */
function sameAgain(document: ProcedureDocument, last: string | null): Likely | null {
  const find = (type: ItemType, items: { id: string; kind: string }[]): Likely | null => {
    const item = items.find(({ id }) => id === last);
    return item ? { type, kind: item.kind } : null;
  };
  return (
    find('part', document.parts) ??
    find('fastener', document.fasteners) ??
    find('link', document.links) ??
    find('work', document.work ?? [])
  );
}

function KindGlyph({ type, kind }: Likely) {
  if (type === 'fastener')
    return (
      <FastenerGlyph
        fastener={{
          kind,
          drive: kind === 'bolt' || kind === 'nut' ? 'hex 10 mm' : kind === 'screw' ? COMMON_DRIVES[2] : undefined,
        }}
      />
    );
  return type === 'link' ? <LinkGlyph link={{ kind }} /> : type === 'work' ? <WorkGlyph /> : <PartGlyph />;
}

/** A letter typed anywhere outside a field begins the search; a full stop places the same again. */
function useLetters(search: React.RefObject<HTMLInputElement | null>, again: () => void) {
  const onAgain = useRef(again);
  onAgain.current = again;
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      if ((event.target as HTMLElement).closest('input, select, textarea, [role="dialog"]')) return;
      if (event.key === '.') {
        event.preventDefault();
        onAgain.current();
      } else if (/^[a-z]$/i.test(event.key)) search.current?.focus();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [search]);
}
