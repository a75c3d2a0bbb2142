import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { expect, test } from 'vitest';

const WEB = join(process.cwd(), 'src/web');
const FACT = '…';
/** Several words that end as a sentence does. */
const SENTENCE = /[A-Za-z’“”…]+ [a-z…]+ [^.]*\.( |$|\n)/;

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

test('no sentence with a fact in it is put together on a screen', () => {
  const files = readdirSync(WEB, { recursive: true, encoding: 'utf8' }).filter((name) => /\.tsx?$/.test(name) && !/\.test\./.test(name)); // prettier-ignore
  expect(files.flatMap((name) => sentencesIn(join(WEB, name)))).toEqual([]);
});
