import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { expect, test } from 'vitest';

const WEB = join(process.cwd(), 'src/web');
const CONTRACT = join(process.cwd(), 'src/contract');
const FACT = '…';
/** Several words that end as a sentence does. */
const SENTENCE = /[A-Za-z’“”…]+ [a-z…]+ [^.?!]*[.?!]( |$|\n)/;

const templateOf = (node: ts.TemplateExpression): string =>
  [node.head.text, ...node.templateSpans.map(({ literal }) => literal.text)].join(FACT);

/** A bare space, or a component's own element, is no fact in a sentence. */
const factIn = (child: ts.JsxChild): string => {
  if (ts.isJsxText(child)) return child.text.replace(/\s+/g, ' ');
  if (!ts.isJsxExpression(child)) return '';
  return !child.expression || ts.isStringLiteral(child.expression) ? ' ' : FACT;
};

/** Sentences with a fact in them that are put together on a screen: they belong to core's words room. */
function sentencesIn(file: string): string[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const out: string[] = [];
  const look = (node: ts.Node) => {
    const text = ts.isTemplateExpression(node)
      ? templateOf(node)
      : ts.isJsxElement(node) || ts.isJsxFragment(node)
        ? node.children.map(factIn).join('')
        : '';
    if (text.includes(FACT) && SENTENCE.test(text)) {
      const { line } = source.getLineAndCharacterOfPosition(node.getStart());
      out.push(`${file.slice(WEB.length + 1)}:${line + 1} ${text.trim()}`);
    }
    ts.forEachChild(node, look);
  };
  look(source);
  return out;
}

/** A literal that is a whole sentence by itself. */
const isWhole = (text: string) => /^[A-Z“].* .*[a-z0-9)’”][.?!]”?$/s.test(text) && text.split(' ').length > 2;

/** Whole sentences that stand in a file as they are: they belong to the texts of core's words room. */
function wholeIn(file: string): string[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const out: string[] = [];
  const look = (node: ts.Node) => {
    const said = ts.isJsxText(node) || ts.isStringLiteralLike(node) ? node.text.replace(/\s+/g, ' ').trim() : '';
    if (isWhole(said)) out.push(`${file}: ${said}`);
    ts.forEachChild(node, look);
  };
  look(source);
  return out;
}

const sourcesOf = (room: string) =>
  readdirSync(room, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.tsx?$/.test(name) && !/\.test\./.test(name))
    .map((name) => join(room, name));

test('no sentence with a fact in it is put together on a screen', () => {
  expect(sourcesOf(WEB).flatMap(sentencesIn)).toEqual([]);
});

test('no whole sentence stands on a screen or in a schema', () => {
  expect([...sourcesOf(WEB), ...sourcesOf(CONTRACT)].flatMap(wholeIn)).toEqual([]);
});
