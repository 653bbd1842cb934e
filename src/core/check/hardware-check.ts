import { append } from '../lists';
import {
  findFastenerKind,
  findLinkKind,
  findMotion,
  findPartKind,
  NAMED_TOOLS,
  parseDrive,
  type Catalogue,
} from '../hardware';
import { findZone } from '../vehicle';
import { countOf, type Fastener, type Point, type ProcedureDocument } from '../procedure';
import { error, warning, type Remark } from './remark';

/** Kinds, drives, motions and tools the catalogue does not know. */
export function checkHardware(document: ProcedureDocument, catalogue: Catalogue): Remark[] {
  const add = 'Pick one from the catalogue, or add it to the shop’s own entries.';
  const parts = document.parts.flatMap((part) => [
    ...(findPartKind(catalogue, part.kind)
      ? []
      : [warning('unknown-kind', [part.id], `${part.id}: no part kind is called “${part.kind}”.`, add)]),
    ...(part.motions ?? [])
      .filter((code) => !findMotion(catalogue, code))
      .map((code) => warning('unknown-motion', [part.id], `${part.id}: no motion is called “${code}”.`, add)),
    ...(part.tool && !NAMED_TOOLS.has(part.tool) && !parseDrive(part.tool)
      ? [warning('unknown-tool', [part.id], `${part.id}: no tool is called “${part.tool}”.`, add)]
      : []),
  ]);
  const fasteners = document.fasteners.flatMap((fastener) => [
    ...(findFastenerKind(catalogue, fastener.kind)
      ? []
      : [error('unknown-kind', [fastener.id], `${fastener.id}: no fastener kind is called “${fastener.kind}”.`, add)]),
    ...(fastener.drive === undefined || parseDrive(fastener.drive)
      ? []
      : [
          warning(
            'unknown-drive',
            [fastener.id],
            `${fastener.id}: no drive is called “${fastener.drive}”.`,
            'Write it as T20, PH2, hex 7 mm or 9/32 in.',
          ),
        ]),
  ]);
  const links = document.links
    .filter((link) => !findLinkKind(catalogue, link.kind))
    .map((link) => error('unknown-kind', [link.id], `${link.id}: no link kind is called “${link.kind}”.`, add));
  const zone = findZone(document.zone)
    ? []
    : [
        warning(
          'unknown-zone',
          [],
          `No zone is called “${document.zone}”.`,
          'Pick a known zone so that search finds it.',
        ),
      ];
  return [...parts, ...fasteners, ...links, ...zone];
}

/** Counts below 1, positions that do not match the count, and anything drawn outside the map. */
export function checkPlaces(document: ProcedureDocument): Remark[] {
  const { width, height } = document.map;
  const outside = (points: Point[] | undefined) =>
    (points ?? []).some(([x, y]) => x < 0 || y < 0 || x > width || y > height);
  const off = [
    ...document.parts.filter((part) => outside(part.shape)),
    ...document.fasteners.filter((f) => outside(f.at)),
  ].map(({ id }) =>
    warning(
      'outside-map',
      [id],
      `${id} lies outside the map (${width} × ${height} mm).`,
      'Move it onto the panel, or make the map larger.',
    ),
  );
  const counts = [...document.fasteners, ...document.links]
    .filter((item) => countOf(item) < 1)
    .map(({ id }) =>
      error('count-below-1', [id], `${id} has a count below 1.`, 'Give a count of 1 or more, or delete it.'),
    );
  const mismatch = document.fasteners
    .filter((f) => (f.at?.length ?? 0) > 0 && f.at!.length !== countOf(f))
    .map((f) =>
      warning(
        'positions-count',
        [f.id],
        `${f.id}: ${countOf(f)} counted, ${f.at!.length} placed on the map.`,
        'Place every one, or correct the count.',
      ),
    );
  return [...counts, ...off, ...mismatch];
}

/** Threaded fasteners with one drive but different length or thread: the ones that get mixed up. One remark a drive. */
export function checkLookAlikes(document: ProcedureDocument, catalogue: Catalogue): Remark[] {
  const groups = new Map<string, Fastener[]>();
  for (const fastener of document.fasteners) {
    const drive = fastener.drive && parseDrive(fastener.drive)?.code;
    if (drive && findFastenerKind(catalogue, fastener.kind)?.threaded) append(groups, drive, fastener);
  }
  return [...groups]
    .filter(([, group]) => distinct(group.map((f) => f.length)) > 1 || distinct(group.map((f) => f.thread)) > 1)
    .map(([drive, group]) =>
      warning(
        'look-alike',
        group.map((f) => f.id),
        `${drive} screws of different length or thread: ${group.map((f) => `${f.id} (${[f.length && `${f.length} mm`, f.thread].filter(Boolean).join(', ') || 'unknown'})`).join(', ')}.`,
        'Keep them in separate bins; note a mark that tells them apart.',
      ),
    );
}

const distinct = (values: unknown[]) => new Set(values.filter((value) => value !== undefined)).size;
