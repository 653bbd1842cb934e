import type { Look, Scene, SceneStroke } from './scene';

const LOOKS: Record<Look, string> = {
  paper: 'fill="#fff" stroke="#000"',
  ink: 'fill="#000" stroke="#000"',
  grey: 'fill="#eee" stroke="#000"',
  line: 'fill="none" stroke="#000"',
  fine: 'fill="none" stroke="#777"',
  dashed: 'fill="none" stroke="#777" stroke-dasharray="9 7"',
};

/** Text as it may stand in XML; characters that XML has no place for are left out. */
export const inXml = (text: string) =>
  text
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replace(/[&<>"']/g, (one) => `&#${one.charCodeAt(0)};`);

/** Only what a path's commands are made of: whatever else a file brought stays out. */
const pathData = (d: string) => d.replace(/[^MmLlHhVvCcSsQqTtAaZz0-9eE.,\s+-]/g, '');
const round = (value: number) => Math.round(value * 100) / 100;

/** A scene as an SVG file to scale: one unit is one millimetre. Nothing in it runs or is fetched. */
export function sceneSvg({ title, box, strokes }: Scene): string {
  const [left, top, width, height] = box.map(round);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="${left} ${top} ${width} ${height}">`,
    `<title>${inXml(title)}</title>`,
    `<g stroke-linejoin="round" stroke-linecap="round" font-family="sans-serif" font-weight="600">`,
    ...strokes.map(strokeSvg),
    '</g></svg>\n',
  ].join('\n');
}

function strokeSvg(stroke: SceneStroke): string {
  if (stroke.what === 'words') {
    return `<text x="${round(stroke.at[0])}" y="${round(stroke.at[1])}" font-size="${round(stroke.size)}" text-anchor="${stroke.anchor}" fill="${stroke.isOnInk ? '#fff' : '#000'}">${inXml(stroke.text)}</text>`;
  }
  const { d, look, width, matrix, title } = stroke;
  const moved = matrix ? ` transform="matrix(${matrix.map(round).join(' ')})"` : '';
  const named = title ? `<title>${inXml(title)}</title>` : '';
  return `<path d="${pathData(d)}" ${LOOKS[look]} stroke-width="${round(width)}"${moved}>${named}</path>`;
}
