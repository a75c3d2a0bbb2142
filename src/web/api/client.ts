import { Problem, ROUTES, type BodyOf, type ResponseOf, type Route, type RouteName } from '../../contract';

/** A refusal by the server, with its sentence for the painter. */
export class Refused extends Error {
  override name = 'Refused';
  constructor(
    readonly code: string,
    sentence: string,
  ) {
    super(sentence);
  }
}

export interface Sent<N extends RouteName> {
  readonly params?: Record<string, string | number>;
  readonly body?: BodyOf<N>;
  readonly file?: File;
}

function pathOf(path: string, params: Record<string, string | number> = {}): string {
  return `/api${path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(params[name])))}`;
}

async function answerOf(response: Response): Promise<unknown> {
  if (response.ok) return response.json();
  const problem = Problem.safeParse(await response.json().catch(() => null));
  if (problem.success) throw new Refused(problem.data.code, problem.data.detail);
  throw new Refused(
    'unexpected',
    `Revlin answered with an error (${response.status}). What was kept before is safe. Do it again.`,
  );
}

/** Calls one endpoint of the contract; the answer is checked against it. @throws Refused */
export async function call<N extends RouteName>(name: N, { params, body, file }: Sent<N> = {}): Promise<ResponseOf<N>> {
  const row: Route = ROUTES[name];
  const form = file ? new FormData() : null;
  if (form) for (const [name, value] of Object.entries(body ?? {})) form.append(name, String(value));
  if (file && form) form.append('file', file);
  const init: RequestInit = { method: row.method.toUpperCase() };
  if (form) init.body = form;
  else if (row.body)
    Object.assign(init, { body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } });
  let response: Response;
  try {
    response = await fetch(pathOf(row.path, params), init);
  } catch {
    throw new Refused(
      'unreachable',
      'Revlin on this machine does not answer. Nothing was changed. Start it again with ./revlin start.',
    );
  }
  return row.response.parse(await answerOf(response)) as ResponseOf<N>;
}
