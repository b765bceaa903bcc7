// Prints what a room says to a builder, a line a text, with the place where it stands: all rooms, or those that are named (`plan`, `web/src/stations/buy`).
import { readFileSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';
import { root } from './lib/run.mjs';
import { filesIn } from './lib/source-files.mjs';

const ROOM = /^(web\/src\/stations\/\w[\w-]*|(?:core|web|server)\/src\/\w[\w-]*|contract|figures|cli)\//;

/** Names of classes, of a query or of a path in a drawing: words with signs that no sentence has. */
const SIGNED = /[-:[\]_=<>()]|^(?:flex|grid|block|hidden|truncate|relative|absolute|fixed|sticky|underline|italic|border|rounded|contents)$/;
const WORD = /^[\p{L}“(][\p{L}’]{1,}[,.;:!?”)…]*$/u;

/** Whether a piece of code is a text to be read: words, and more of them than names. */
function isText(text, isLabel) {
  const words = text
    .trim()
    .split(/\s+/)
    .filter((word) => word !== '{…}');
  const named = words.filter((word) => SIGNED.test(word.replace(/[:)]$/, ''))).length;
  const plain = words.filter((word) => WORD.test(word)).length;
  return isLabel ? plain > 0 : plain > 1 && plain > 2 * named;
}

/** Where literals are names, and not to be read. */
function isName(node) {
  const { parent } = node;
  if (ts.isImportDeclaration(parent) || ts.isExportDeclaration(parent) || ts.isLiteralTypeNode(parent) || ts.isExternalModuleReference(parent))
    return true;
  if (ts.isElementAccessExpression(parent) || ts.isCaseClause(parent)) return true;
  for (let at = parent; at; at = at.parent)
    if (ts.isJsxAttribute(at)) return /^(?:className|key|d|id|href|to|type|role|viewBox|transform|points|style)$/.test(at.name.getText());
  return false;
}

/** A template with its expressions left out. */
const withGaps = (node) => node.head.text + node.templateSpans.map(({ literal }) => `{…}${literal.text}`).join('');

function textsOf(file) {
  const source = ts.createSourceFile(
    file,
    readFileSync(path.join(root, file), 'utf8'),
    ts.ScriptTarget.Latest,
    true,
    file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );
  const found = [];
  const take = (node, text, isLabel) => {
    const plain = text.replace(/\s+/g, ' ').trim();
    if (isText(plain, isLabel)) found.push([source.getLineAndCharacterOfPosition(node.getStart()).line + 1, plain]);
  };
  const visit = (node) => {
    if (ts.isJsxText(node)) take(node, node.text, true);
    else if (ts.isStringLiteral(node) && !isName(node)) take(node, node.text, ts.isJsxAttribute(node.parent));
    else if (ts.isNoSubstitutionTemplateLiteral(node) && !isName(node)) take(node, node.text, false);
    else if (ts.isTemplateExpression(node) && !isName(node)) take(node, withGaps(node), false);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

const wanted = process.argv.slice(2);
const byRoom = new Map();
for (const file of filesIn('')) {
  const [, room] = ROOM.exec(file) ?? [];
  if (!room || !/\/src\/.*\.tsx?$/.test(file)) continue;
  if (wanted.length > 0 && !wanted.some((one) => room === one || room.endsWith(`/${one}`))) continue;
  const texts = textsOf(file);
  if (texts.length > 0) byRoom.set(room, [...(byRoom.get(room) ?? []), ...texts.map(([line, text]) => `${file}:${line}  ${text}`)]);
}
let count = 0;
for (const [room, lines] of [...byRoom].sort(([a], [b]) => (a < b ? -1 : 1))) {
  count += lines.length;
  console.log(`\n# ${room}, ${lines.length}\n\n${lines.join('\n')}`);
}
console.log(`\n${count} texts in ${byRoom.size} rooms`);
