import { brokenInWords, STUDIO_TEXT } from '../../core/words';
import { Problem, ROUTES, type BodyOf, type ResponseOf, type Route, type RouteName } from '../../contract';
import { askPainter } from './conflict';
import { SeenVersions } from './versions';

/** A refusal by the server, with its sentence for the painter. */
export class Refused extends Error {
  override name = 'Refused';
  constructor(
    readonly code: string,
    sentence: string,
    /** of a change that came too late: the version it can be laid on */
    readonly version?: string,
  ) {
    super(sentence);
  }
}

/** The painter was asked and left what somebody else had changed. */
export const LEFT = 'left-as-it-is';

export interface Sent<N extends RouteName> {
  readonly params?: Record<string, string | number>;
  readonly body?: BodyOf<N>;
  readonly file?: File;
  /** the version a draft was begun on; without it the one that was seen last */
  readonly on?: string;
  /** the same change for what is there now, where laying it on top is more than sending it again */
  readonly rebase?: () => Promise<BodyOf<N>>;
}

function pathOf(path: string, params: Record<string, string | number> = {}): string {
  return `/api${path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(params[name])))}`;
}

async function answerOf(response: Response): Promise<unknown> {
  if (response.ok) return response.json();
  const problem = Problem.safeParse(await response.json().catch(() => null));
  if (problem.success) throw new Refused(problem.data.code, problem.data.detail, problem.data.version);
  throw new Refused('unexpected', brokenInWords(response.status));
}

/** This window's name in the journal, the same when its page is loaded again. */
export const WINDOW = windowName();

function windowName(): string {
  const fresh = crypto.randomUUID().slice(0, 8);
  try {
    const known = sessionStorage.getItem('revlin-window') ?? fresh;
    sessionStorage.setItem('revlin-window', known);
    return known;
  } catch {
    return fresh; // storage is forbidden: loaded again it is another window
  }
}

const seen = new SeenVersions();

async function fetched<N extends RouteName>(name: N, { params, body, file }: Sent<N>, on?: string): Promise<Response> {
  const row: Route = ROUTES[name];
  const form = file ? new FormData() : null;
  if (form) for (const [name, value] of Object.entries(body ?? {})) form.append(name, String(value));
  if (file && form) form.append('file', file);
  const headers: Record<string, string> = { 'Revlin-Window': WINDOW };
  if (on !== undefined) headers['If-Match'] = on === '*' ? on : `"${on}"`;
  if (row.body && !form) headers['Content-Type'] = 'application/json';
  const init: RequestInit = { method: row.method.toUpperCase(), headers };
  if (form ?? row.body) init.body = form ?? JSON.stringify(body);
  try {
    return await fetch(pathOf(row.path, params), init);
  } catch {
    throw new Refused('unreachable', STUDIO_TEXT.noAnswer);
  }
}

/**
 * Sends a change with the version it is made on; one that comes too late is laid on top, or left, as the painter says.
 */
async function changed<N extends RouteName>(name: N, sent: Sent<N>, thing: string): Promise<unknown> {
  let { body } = sent;
  for (let on = seen.of(thing, sent.on); ;) {
    const response = await fetched(name, { ...sent, body }, on);
    try {
      const answer = await answerOf(response);
      const after = /"([^"]*)"/.exec(response.headers.get('ETag') ?? '')?.[1];
      if (after) seen.replace(thing, on, after);
      return answer;
    } catch (cause) {
      if (!(cause instanceof Refused) || cause.version === undefined) throw cause;
      if ((await askPainter(cause.message)) === 'theirs') throw new Refused(LEFT, STUDIO_TEXT.leftAsTheOther);
      on = cause.version;
      if (sent.rebase) body = await sent.rebase();
    }
  }
}

const turns = new Map<string, Promise<unknown>>();
/** Changes of one thing go out one after another: the next one is made on what the one before has left. */
function inTurn<T>(thing: string, work: () => Promise<T>): Promise<T> {
  const own = (turns.get(thing) ?? Promise.resolve()).then(work, work);
  turns.set(
    thing,
    own.catch(() => undefined),
  );
  return own;
}

/** Calls one endpoint of the contract; the answer is checked against it. @throws Refused */
export async function call<N extends RouteName>(name: N, sent: Sent<N> = {}): Promise<ResponseOf<N>> {
  const row: Route = ROUTES[name];
  const thing = row.guard && SeenVersions.name(row.guard, sent.params ?? {});
  const answer = thing
    ? await inTurn(thing, () => changed(name, sent, thing))
    : await fetched(name, sent).then(answerOf);
  const checked = row.response.parse(answer) as ResponseOf<N>;
  seen.noteAll(checked);
  return checked;
}
