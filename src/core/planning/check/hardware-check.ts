import {
  findFastenerKind,
  findLinkKind,
  findMotion,
  findPartKind,
  findWorkKind,
  NAMED_TOOLS,
  parseDrive,
  type Catalogue,
  findZone,
  capital,
} from '../../trade';
import { countOf, type ItemIndex, namedWords, type Point, type ProcedureDocument } from '../../document';
import { type Answer, asked, error, warning, type Remark } from './remark';

/** Kinds, drives, motions and tools the catalogue does not know. */
export function checkHardware(document: ProcedureDocument, index: ItemIndex, catalogue: Catalogue): Remark[] {
  const name = (id: string) => capital(namedWords(index, id, catalogue));
  const add = 'Pick one from the catalogue, or add it to the shop’s own entries.';
  const parts = document.parts.flatMap((part) => [
    ...(findPartKind(catalogue, part.kind)
      ? []
      : [warning('unknown-kind', [part.id], `${name(part.id)}: no part kind is called “${part.kind}”.`, add)]),
    ...(part.motions ?? [])
      .filter((code) => !findMotion(catalogue, code))
      .map((code) => warning('unknown-motion', [part.id], `${name(part.id)}: no motion is called “${code}”.`, add)),
    ...(part.tool && !NAMED_TOOLS.has(part.tool) && !parseDrive(part.tool)
      ? [warning('unknown-tool', [part.id], `${name(part.id)}: no tool is called “${part.tool}”.`, add)]
      : []),
  ]);
  const fasteners = document.fasteners.flatMap((fastener) => [
    ...(findFastenerKind(catalogue, fastener.kind)
      ? []
      : [
          error(
            'unknown-kind',
            [fastener.id],
            `${name(fastener.id)}: no fastener kind is called “${fastener.kind}”.`,
            add,
          ),
        ]),
    ...(fastener.drive === undefined || parseDrive(fastener.drive)
      ? []
      : [
          warning(
            'unknown-drive',
            [fastener.id],
            `${name(fastener.id)}: no drive is called “${fastener.drive}”.`,
            'Write it as T20, PH2, hex 7 mm or 9/32 in.',
          ),
        ]),
  ]);
  const links = document.links
    .filter((link) => !findLinkKind(catalogue, link.kind))
    .map((link) => error('unknown-kind', [link.id], `${name(link.id)}: no link kind is called “${link.kind}”.`, add));
  const work = (document.work ?? []).flatMap((one) => [
    ...(findWorkKind(one.kind)
      ? []
      : [warning('unknown-kind', [one.id], `${name(one.id)}: no kind of work is called “${one.kind}”.`, add)]),
    ...(one.tool && !NAMED_TOOLS.has(one.tool) && !parseDrive(one.tool)
      ? [warning('unknown-tool', [one.id], `${name(one.id)}: no tool is called “${one.tool}”.`, add)]
      : []),
  ]);
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
  return [...parts, ...fasteners, ...links, ...work, ...zone];
}

/** The answer that makes the map large enough for everything that is drawn. */
function enlarged({ map, parts, fasteners, links, work, access }: ProcedureDocument): Answer {
  const points = [
    ...parts.flatMap(({ shape, regions }) => [...(shape ?? []), ...Object.values(regions ?? {}).flat()]),
    ...[...fasteners, ...links].flatMap(({ at }) => at ?? []),
    ...(work ?? []).flatMap(({ at, shape }) => [...(at ?? []), ...(shape ?? [])]),
    ...(access ?? []).map(({ at }) => at),
  ];
  const most = (axis: 0 | 1, size: number) =>
    points.reduce((max, point) => Math.max(max, Math.ceil(point[axis])), size);
  const [width, height] = [most(0, map.width), most(1, map.height)];
  return {
    words: `Enlarge the map to ${width} × ${height} mm`,
    edit: { type: 'document', patch: { map: { ...map, width, height } } },
  };
}

/** Counts below 1, positions that do not match the count, and anything drawn outside the map. */
export function checkPlaces(document: ProcedureDocument, index: ItemIndex, catalogue: Catalogue): Remark[] {
  const name = (id: string) => capital(namedWords(index, id, catalogue));
  const { width, height } = document.map;
  const outside = (points: Point[] | undefined) =>
    (points ?? []).some(([x, y]) => x < 0 || y < 0 || x > width || y > height);
  const off = [
    ...document.parts.filter((part) => [part.shape, ...Object.values(part.regions ?? {})].some(outside)),
    ...[...document.fasteners, ...document.links].filter((item) => outside(item.at)),
    ...(document.work ?? []).filter((work) => outside(work.at) || outside(work.shape)),
    ...(document.access ?? []).filter((way) => outside([way.at])).map(({ name }) => ({ id: name })),
  ].map(({ id }) =>
    asked(
      'outside-map',
      [id],
      `${name(id)}: outside the map (${width} × ${height} mm).`,
      'Move it onto the panel, or make the map larger.',
      [enlarged(document)],
    ),
  );
  const counts = [...document.fasteners, ...document.links]
    .filter((item) => countOf(item) < 1)
    .map(({ id }) =>
      error('count-below-1', [id], `${name(id)}: a count below 1.`, 'Give a count of 1 or more, or delete it.'),
    );
  const mismatch = document.fasteners
    .filter((f) => (f.at?.length ?? 0) > 0 && f.at!.length !== countOf(f))
    .map((f) =>
      warning(
        'positions-count',
        [f.id],
        `${name(f.id)}: ${countOf(f)} counted, ${f.at!.length} placed on the map.`,
        'Place every one, or correct the count.',
      ),
    );
  return [...counts, ...off, ...mismatch];
}
