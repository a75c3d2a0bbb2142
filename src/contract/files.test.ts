import { expect, test } from 'vitest';
import { FILES, fileUrl, openApi, ROUTES, type FileRoute } from './index';

test('the address of a file: its id and what is asked are made safe, what is not known is left out', () => {
  expect(fileUrl('flat', 'a b/c')).toBe('/api/photos/a%20b%2Fc/flat.jpg');
  expect(fileUrl('flat', 'x', { r: null })).toBe('/api/photos/x/flat.jpg');
  expect(fileUrl('referenceBase', 'x', { crop: '{"turn":1}' })).toBe(
    '/api/references/x/base.png?crop=%7B%22turn%22%3A1%7D',
  );
  expect(fileUrl('card', '')).toBe('/api/card.pdf');
});

test('everything that is answered stands in openapi.json, once', () => {
  const { paths } = openApi();
  const listed = Object.values(paths).flatMap((path) =>
    Object.values(path).map((one) => (one as { operationId: string }).operationId),
  );
  expect(listed.sort()).toEqual([...Object.keys(ROUTES), ...Object.keys(FILES)].sort());
  for (const { path, type } of Object.values(FILES) as FileRoute[]) {
    const { responses } = paths[`/api${path.replace(':id', '{id}')}`].get as {
      responses: Record<number, { content: object }>;
    };
    expect(Object.keys(responses[200].content)).toEqual([type.split(';')[0]]);
  }
});
