import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

import ts from 'typescript';
import { ROOT } from './support/project';

/** Where what people read is written. */
const SOURCES = ['app', 'src', 'scripts'];
const LEFT_OUT =
  /\.(test|d)\.ts$|^src\/core\/hardware\/\w+-kinds|^scripts\/strings\.ts$|^scripts\/(screenshots|up\/load-demo|up\/demo-)/;
/** Attributes and calls whose text nobody reads. */
const UNREAD_ATTRIBUTES = new Set([
  'className',
  'type',
  'role',
  'href',
  'key',
  'd',
  'transform',
  'viewBox',
  'method',
  'name',
  'id',
  'variant',
  'size',
  'as',
  'points',
  'controlId',
  'autoComplete',
  'inputMode',
  'aria-live',
  'accept',
  'capture',
  'rel',
  'target',
  'form',
  'htmlFor',
  'lang',
  'style',
]);

/** Text that looks like words for people: a space between words, or one capitalised word. */
const isProse = (text: string) =>
  /[A-Za-z…’]/.test(text) &&
  (/\p{L}[\p{L}’',.:;…]* +\S/u.test(text) || /^[A-Z][a-z]+[.!?…]?$/.test(text)) &&
  !/^(select|insert|update|delete|with|create) |^[\w-]+\/[\w-]+$|^M\d|^\.|^#|=>|::/.test(text);

interface Found {
  text: string;
  where: string;
}

/** Every string for people in one file, with its line. */
function stringsIn(path: string): Found[] {
  const source = ts.createSourceFile(path, readFileSync(`${ROOT}/${path}`, 'utf8'), ts.ScriptTarget.Latest, true);
  const found: Found[] = [];
  const add = (node: ts.Node, raw: string) => {
    const text = raw.replace(/\s+/g, ' ').trim();
    if (isProse(text))
      found.push({ text, where: `${path}:${source.getLineAndCharacterOfPosition(node.getStart()).line + 1}` });
  };
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node)) return;
    if (ts.isJsxAttribute(node) && UNREAD_ATTRIBUTES.has(node.name.getText())) return;
    if (ts.isJsxText(node)) add(node, node.text);
    else if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) add(node, node.text);
    else if (ts.isTemplateExpression(node))
      add(
        node,
        node.head.text +
          node.templateSpans
            .map(({ expression, literal }) => `{${expression.getText().slice(0, 24)}}${literal.text}`)
            .join(''),
      );
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

/** Prints every string that people read, each once, away from its code; with `--where`, where it is written. */
function main(): void {
  const files = execFileSync('git', ['ls-files', ...SOURCES], { cwd: ROOT, encoding: 'utf8' }).split('\n');
  const all = files.filter((file) => /\.tsx?$/.test(file) && !LEFT_OUT.test(file)).flatMap(stringsIn);
  if (process.argv.includes('--where')) for (const { text, where } of all) process.stdout.write(`${where}\t${text}\n`);
  else for (const text of [...new Set(all.map((one) => one.text))]) process.stdout.write(`${text}\n`);
}

main();
