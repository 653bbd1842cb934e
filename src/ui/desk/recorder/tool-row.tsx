'use client';
import { FASTENER_KINDS, LINK_KINDS, PART_KINDS } from '@/core/hardware';
import { FastenerGlyph, Glyph, LinkGlyph, PartGlyph } from '../../map';
import { FASTENER_TOOLS, LINK_TOOLS, PART_TOOLS, type Tool } from './placing';

/** What to place next: parts first, then what holds them, then what ties them. */
export function ToolRow({
  tool,
  hasPart,
  onTool,
  onLink,
}: {
  tool: Tool;
  hasPart: boolean;
  onTool: (tool: Tool) => void;
  onLink: (kind: string) => void;
}) {
  const pressed = (place: string, kind: string) => tool?.place === place && tool.kind === kind;
  return (
    <>
      {!hasPart && (
        <p className="caution mild">
          Place a part first, usually the panel: pick it, then tap the map. Fasteners and links belong to parts.
        </p>
      )}
      <div className="tool-row" role="group" aria-label="Place">
        <button type="button" className="plain" aria-pressed={tool === null} onClick={() => onTool(null)}>
          Select
        </button>
        {PART_TOOLS.map((kind) => (
          <button
            key={kind}
            type="button"
            aria-pressed={pressed('part', kind)}
            onClick={() => onTool({ place: 'part', kind })}
          >
            <Glyph>
              <PartGlyph />
            </Glyph>
            {PART_KINDS.get(kind)!.name}
          </button>
        ))}
        {FASTENER_TOOLS.map((kind) => (
          <button
            key={kind}
            type="button"
            disabled={!hasPart}
            aria-pressed={pressed('fastener', kind)}
            onClick={() => onTool({ place: 'fastener', kind })}
          >
            <Glyph>
              <FastenerGlyph
                fastener={{ kind, drive: kind === 'bolt' ? 'hex 10 mm' : kind === 'screw' ? 'T20' : undefined }}
              />
            </Glyph>
            {FASTENER_KINDS.get(kind)!.name}
          </button>
        ))}
        {LINK_TOOLS.map((kind) => (
          <button key={kind} type="button" disabled={!hasPart} onClick={() => onLink(kind)}>
            <Glyph>
              <LinkGlyph link={{ kind }} />
            </Glyph>
            {LINK_KINDS.get(kind)!.name}
          </button>
        ))}
      </div>
    </>
  );
}
