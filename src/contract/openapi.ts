import { z } from 'zod';
import { FILES, type FileRoute } from './files';
import { ROUTES } from './routes';
import type { Route } from './route';
import { Problem } from './studio';

const json = (schema: z.ZodType) => ({
  'application/json': { schema: z.toJSONSchema(schema, { unrepresentable: 'any', io: 'input' }) },
});
const file = {
  'multipart/form-data': {
    schema: { type: 'object', properties: { file: { type: 'string', format: 'binary' } }, required: ['file'] },
  },
};

const inPath = (name: string) => ({ name, in: 'path', required: true, schema: { type: 'string' } });
const IF_MATCH = {
  name: 'If-Match',
  in: 'header',
  required: true,
  description: 'the version the change was made on, in quotes; * = whatever is there',
  schema: { type: 'string' },
};

function operation(name: string, row: Route) {
  const content = row.upload ? file : row.body ? json(row.body) : null;
  return {
    operationId: name,
    summary: row.summary,
    parameters: [
      ...[...row.path.matchAll(/:(\w+)/g)].map(([, parameter = '']) => inPath(parameter)),
      ...(row.guard ? [IF_MATCH] : []),
    ],
    ...(content && { requestBody: { required: true, content } }),
    responses: {
      [row.status]: { description: row.summary, content: json(row.response) },
      default: problem,
    },
  };
}

const inQuery = (name: string) => ({ name, in: 'query', required: false, schema: { type: 'string' } });

const problem = {
  description: 'Problem (RFC 9457)',
  content: { 'application/problem+json': { schema: z.toJSONSchema(Problem) } },
};

function fileOperation(name: string, { path, type, summary, query = [] }: FileRoute) {
  return {
    operationId: name,
    summary,
    parameters: [...(path.includes(':id') ? [inPath('id')] : []), ...query.map(inQuery)],
    responses: {
      200: {
        description: summary,
        content: { [type.replace(/;.*/, '')]: { schema: { type: 'string', format: 'binary' } } },
      },
      default: problem,
    },
  };
}

/** The OpenAPI 3.1 description, made from {@link ROUTES} and {@link FILES}. */
export function openApi() {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [name, row] of Object.entries(ROUTES)) {
    const path = `/api${row.path.replace(/:(\w+)/g, '{$1}')}`;
    paths[path] = { ...paths[path], [row.method]: operation(name, row) };
  }
  for (const [name, row] of Object.entries(FILES) as [string, FileRoute][])
    paths[`/api${row.path.replace(':id', '{id}')}`] = { get: fileOperation(name, row) };
  return { openapi: '3.1.0', info: { title: 'Revlin', version: '0.1.0' }, paths };
}
