import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { GUARDS, Problem, ROUTES, type Route, type RouteName } from '../../src/contract';
import {
  ask,
  demoFile,
  ended,
  paintingWithReference,
  photographSession,
  refusal,
  send,
  startServer,
  type Ask,
  type Server,
} from '../server';

let server: Server;
let paintingId: string;
let photoId: string;
beforeAll(async () => {
  server = await startServer();
  paintingId = await paintingWithReference(server);
  photoId = (await photographSession(server, paintingId, 4)).photo.id;
  // Corners are dragged about here that are no canvas's: it is read all the same.
  await ask(server, 'changePhoto', { params: { photoId }, body: { insisted: true } });
  await ended(server, await ask(server, 'readPhoto', { params: { photoId } }));
});
afterAll(() => server.stop());

const detail = () => ask(server, 'getPainting', { params: { paintingId } });
const photo = async () => (await detail()).sessions[0].photos[0];
/** The refusal of a change that came too late, with the version it can be laid on. */
async function late(response: Response) {
  expect(response.status).toBe(412);
  const problem = Problem.parse(await response.json());
  expect(problem.code).toBe('changed-meanwhile');
  expect(problem.version).toBeDefined();
  return problem as typeof problem & { version: string };
}

describe('two windows change the plan from the same version', () => {
  test('the second is told what the first did, and can lay its own on top', async () => {
    const on = (await detail()).plan?.id ?? '';
    const params = { paintingId };
    await ask(server, 'changePlan', { params, on, body: { masses: 9, palette: 'ochre' } });
    const problem = await late(await send(server, 'changePlan', { params, on, body: { tolerance: 'tight' } }));
    expect(problem.detail).toMatch(
      /^Version 2 of the plan was kept meanwhile, at \d\d:\d\d. It changed how many masses there are and the palette notes\.$/,
    );
    expect((await detail()).plan).toMatchObject({ version: 2, tolerance: 'medium' });
    await ask(server, 'changePlan', { params, on: problem.version, body: { tolerance: 'tight' } });
    expect((await detail()).plan).toMatchObject({ version: 3, masses: 9, palette: 'ochre', tolerance: 'tight' });
  });

  test('at the same moment: one is kept, the others are told', async () => {
    const on = (await detail()).plan?.id ?? '';
    const version = (await detail()).plan?.version ?? 0;
    const sent = [11, 12, 13, 14].map((masses) =>
      send(server, 'changePlan', { params: { paintingId }, on, body: { masses } }),
    );
    const statuses = (await Promise.all(sent)).map(({ status }) => status).sort();
    expect(statuses).toEqual([200, 412, 412, 412]);
    expect((await detail()).plan?.version).toBe(version + 1);
  });
});

describe('everything else that is changed', () => {
  /** A change, twice from what was seen once. @returns what the second was told */
  async function twice<N extends RouteName>(name: N, on: string, [first, second]: [Ask<N>, Ask<N>]) {
    const done = await send(server, name, { ...first, on });
    expect(done.status).toBe(200);
    const after = /"(.*)"/.exec(done.headers.get('etag') ?? '')?.[1];
    const problem = await late(await send(server, name, { ...second, on }));
    expect(problem.version).toBe(after);
    const laid = await send(server, name, { ...second, on: problem.version });
    expect(laid.status).toBe(200);
    return problem.detail;
  }

  test('corners, greys, places, landmarks, answers', async () => {
    const { versions, width: w, height: h } = await photo();
    const params = { photoId };
    const corners = (d: number) =>
      [
        [d, d],
        [w - d, d],
        [w - d, h - d],
        [d, h - d],
      ] as [[number, number], [number, number], [number, number], [number, number]];
    const at = (n: number): [number, number] => [n, n];
    expect(
      await twice('setCorners', versions.corners, [
        { params, body: { corners: corners(5) } },
        { params, body: { corners: corners(9) } },
      ]),
    ).toMatch(/corners were shown anew meanwhile/);
    expect(
      await twice('setGreys', versions.greys, [
        { params, body: { greys: [{ box: [1, 1, 9, 9], value: 3 }] } },
        { params, body: { greys: [] } },
      ]),
    ).toMatch(/greys were changed/);
    const place = { outlines: [[at(1), [9, 1], at(9)] as [number, number][]] };
    expect(
      await twice('setAreas', versions.areas, [
        { params, body: { areas: [{ place, read: true }] } },
        { params, body: { areas: [] } },
      ]),
    ).toMatch(/outlined places were changed/);
    const landmark = { name: 'rim', plan: at(10), painted: at(11) };
    expect(
      await twice('setLandmarks', versions.landmarks, [
        { params, body: { landmarks: [landmark] } },
        { params, body: { landmarks: [] } },
      ]),
    ).toMatch(/landmarks were changed/);
    expect(
      await twice('setSeated', versions.seated, [
        { params, body: { seated: [{ at: at(5), sits: true }] } },
        { params, body: { seated: [] } },
      ]),
    ).toMatch(/answers were changed/);
    expect((await photo()).corners).toEqual(corners(9));
  });

  test('what is said of a photograph, a reference, the ground, the set-up', async () => {
    const { painting, ground, reference } = await detail();
    const { versions } = await photo();
    expect(
      await twice('changePhoto', versions.photo, [
        { params: { photoId }, body: { lamp: 'lamp' } },
        { params: { photoId }, body: { lamp: 'mixed' } },
      ]),
    ).toMatch(/enamel-pot-session-4\.jpg was changed/);
    const referenceId = reference?.id ?? '';
    expect(
      await twice('changeReference', reference?.version ?? '', [
        { params: { referenceId }, body: { note: 'a' } },
        { params: { referenceId }, body: { note: 'b' } },
      ]),
    ).toMatch(/reference enamel-pot-reference\.jpg was changed/);
    const params = { paintingId };
    expect(
      await twice('setGround', ground.version, [
        { params, body: { colour: { value: 5, a: 4, b: 9 } } },
        { params, body: { keep: [] } },
      ]),
    ).toMatch(/ground was changed/);
    expect(
      await twice('changePainting', painting.version, [
        { params, body: { title: 'One' } },
        { params, body: { drewMe: 'light' } },
      ]),
    ).toMatch(/set-up was changed/);
    expect((await detail()).painting).toMatchObject({ title: 'One', drewMe: 'light' });
  });

  test('a decision: told how it was decided, or that the photograph was read again', async () => {
    await ended(server, await ask(server, 'readPhoto', { params: { photoId } }));
    const { findings } = await ask(server, 'getReading', { params: { photoId } });
    expect(findings.length).toBeGreaterThan(0);
    const params = { photoId, index: 0 };
    const on = findings[0].version;
    expect(
      await twice('decide', on, [
        { params, body: { decision: 'taken' } },
        { params, body: { decision: 'later' } },
      ]),
    ).toMatch(/taken as a correction meanwhile/);
    const seen = (await ask(server, 'getReading', { params: { photoId } })).findings[0].version;
    await ask(server, 'changePlan', { params: { paintingId }, body: { masses: 7 } });
    await ended(server, await ask(server, 'readPhoto', { params: { photoId } }));
    const problem = await late(await send(server, 'decide', { params, on: seen, body: { decision: 'dismissed' } }));
    expect(problem.detail).toMatch(/read again meanwhile/);
  });

  test('corners that were found since are no reason to ask', async () => {
    const other = (await ask(server, 'addSession', { params: { paintingId }, body: {} })).sessions.at(-1);
    const added = await ask(server, 'addPhoto', {
      params: { sessionId: other?.id ?? '' },
      file: await demoFile('enamel-pot-session-5.jpg'),
    });
    await ended(server, added.job);
    const { width: w, height: h, versions, id } = added.photo;
    const corners = [
      [1, 1],
      [w - 1, 1],
      [w - 1, h - 1],
      [1, h - 1],
    ] as [[number, number], [number, number], [number, number], [number, number]];
    expect(
      (await send(server, 'setCorners', { params: { photoId: id }, on: versions.corners, body: { corners } })).status,
    ).toBe(200);
  });
});

test('a change that does not say what it was made on is refused; every guard has a route', async () => {
  const path = `${server.url}/api/paintings/${paintingId}/plan`;
  const no = await refusal(
    await fetch(path, { method: 'PUT', headers: { 'content-type': 'application/json' }, body: '{}' }),
  );
  expect(no).toMatchObject({ status: 428, code: 'no-version' });
  const used = new Set((Object.values(ROUTES) as Route[]).flatMap(({ guard }) => (guard ? [guard] : [])));
  expect([...used].sort()).toEqual([...GUARDS].sort());
});

test('settings: what is not named stays as somebody else has set it', async () => {
  await Promise.all([
    ask(server, 'putSettings', { body: { units: 'inches' } }),
    ask(server, 'putSettings', { body: { surround: 'dark' } }),
  ]);
  expect(await ask(server, 'getSettings')).toMatchObject({ units: 'inches', surround: 'dark' });
});

test('a waiting photograph that was sorted in another window is not sorted twice', async () => {
  const { writeFile } = await import('node:fs/promises');
  await writeFile(`${server.data}/inbox/late.jpg`, (await demoFile('plaster-shell-session-1.jpg')).bytes);
  await expect.poll(async () => (await ask(server, 'listArrivals')).waiting.length, { timeout: 15_000 }).toBe(1);
  const [{ id }] = (await ask(server, 'listArrivals')).waiting;
  await ask(server, 'sortArrival', { params: { arrivalId: id }, body: { paintingId: null } });
  const no = await refusal(await send(server, 'sortArrival', { params: { arrivalId: id }, body: { paintingId } }));
  expect(no.detail).toMatch(/late\.jpg was left out meanwhile/);
});
