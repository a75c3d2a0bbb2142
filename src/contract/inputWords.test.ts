import { expect, test } from 'vitest';
import type { z } from 'zod';
import { ROUTES, type Route } from './index';

const rows: [string, z.ZodType][] = Object.entries(ROUTES as Record<string, Route>).flatMap(
  ([name, { body }]): [string, z.ZodType][] => (body ? [[name, body]] : []),
);
/** Bodies nobody means, with every key a schema names holding something wrong. */
const nonsense = (schema: z.ZodType): unknown[] => {
  const keys = Object.keys((schema as { shape?: object }).shape ?? {});
  const all = (value: unknown) => Object.fromEntries(keys.map((key) => [key, value]));
  return [7, null, 'x', [], {}, ...[null, -1e9, 'x', [], [{}], { kind: 'x' }, [['x']]].map(all)];
};

test.each(rows)('%s refuses nonsense in sentences, never in a validator’s own text', (_, schema) => {
  const messages = nonsense(schema).flatMap(
    (body) => schema.safeParse(body).error?.issues.map(({ message }) => message) ?? [],
  );
  for (const message of messages) {
    expect(message).toMatch(/^[A-Z].*\.$/);
    expect(message).not.toMatch(/invalid|expected|received|undefined|null|discriminator|\w\.\d|>=|<=/i);
  }
});
