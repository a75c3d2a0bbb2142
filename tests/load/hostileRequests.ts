import { connect } from 'node:net';
import { ROUTES, type Route } from '../../src/contract';

type Random = () => number;
const upTo = (random: Random, n: number) => Math.floor(random() * n);
const pick = <T>(random: Random, list: readonly T[]): T => list[upTo(random, list.length)];

/**
 * Sends bytes as they are and returns the status of what comes back; 0 = the connection was closed without an answer.
 */
export function sendRaw(port: number, bytes: Buffer | string): Promise<number> {
  return new Promise((done) => {
    const socket = connect(port, '127.0.0.1');
    let said = '';
    const finish = () => {
      socket.destroy();
      done(Number(/^HTTP\/1\.1 (\d{3})/.exec(said)?.[1] ?? 0));
    };
    const timer = setTimeout(finish, 1500);
    socket.on('data', (piece) => {
      said += piece.toString('latin1');
      if (!/^HTTP\/1\.1 \d{3}/.test(said)) return;
      clearTimeout(timer);
      finish();
    });
    socket.on('close', () => {
      clearTimeout(timer);
      finish();
    });
    socket.on('error', () => undefined);
    socket.write(bytes);
  });
}

/** The sample painting is half a minute of honest work: begun by chance, it would be what is measured. */
const { addSample: _sample, ...rest } = ROUTES;
const ROWS: readonly Route[] = Object.values(rest);

const ODD = [
  '%',
  '%zz',
  '%E0%A4%A',
  '%00',
  '..%2f..%2fetc',
  '',
  ' ',
  "' OR 1=1 --",
  '__proto__',
  'constructor',
  '-1',
  '1e999',
  'NaN',
  'x'.repeat(5000),
  '%F0%9F%96%BC',
];

/** A value that is none of what is expected. */
function oddValue(random: Random, depth = 0): unknown {
  const way = upTo(random, depth > 3 ? 8 : 11);
  if (way < 8)
    return pick(random, [
      null,
      true,
      -1,
      1e308,
      0.1,
      '',
      'x'.repeat(3000),
      '\u0000',
      [],
      {},
      '2026-99-99',
      Number.MAX_SAFE_INTEGER,
    ]);
  if (way === 8) return Array.from({ length: upTo(random, 50) }, () => oddValue(random, depth + 1));
  const names = [
    'crop',
    'corners',
    'greys',
    'areas',
    'masses',
    'key',
    'title',
    'place',
    'outlines',
    'setUp',
    '__proto__',
    'decision',
    'landmarks',
  ];
  return Object.fromEntries(
    Array.from({ length: upTo(random, 8) }, () => [pick(random, names), oddValue(random, depth + 1)]),
  );
}

const deep = (n: number) => '['.repeat(n) + ']'.repeat(n);

function body(random: Random): string {
  const way = random();
  if (way < 0.6) return JSON.stringify(oddValue(random) ?? {});
  if (way < 0.75) return pick(random, ['{', '{"a":', 'nul', '[1,2', '\u0000\u0001', '<xml/>', '{"a":1}{"b":2}']);
  if (way < 0.85) return deep(1 + upTo(random, 20000));
  return 'x'.repeat(upTo(random, 3000));
}

const TYPES = [
  'application/json',
  'application/json; charset=utf-7',
  'text/plain',
  'multipart/form-data',
  'multipart/form-data; boundary=',
  'multipart/form-data; boundary=x',
  'application/x-www-form-urlencoded',
  'application/json; charset=klingon',
  '/',
];
const ENCODINGS = ['', '', '', '', 'gzip', 'br', 'deflate', 'zstd', 'gzip, gzip', 'nonsense', 'identity'];

/** A form whose parts are none, too many, badly named, or cut off. */
function form(random: Random): string {
  const names = ['file', 'purpose', 'modified', '', '__proto__', 'x'.repeat(300)];
  const parts = Array.from({ length: upTo(random, 14) }, () => {
    const file = random() < 0.4 ? `; filename="${pick(random, ['a.jpg', 'a\u0000.jpg', '../x', 'a"b', ''])}"` : '';
    return `--x\r\n${pick(random, ['Content-Disposition', 'Content-disposition', 'X'])}: form-data; name="${pick(random, names)}"${file}\r\n${pick(random, ['', 'Content-Type: image/jpeg\r\n', 'Content-Type\r\n', `X: ${'y'.repeat(3000)}\r\n`])}\r\n${'z'.repeat(upTo(random, 9000))}\r\n`;
  });
  return parts.join('') + pick(random, ['--x--\r\n', '--x', '', '--y--\r\n']);
}

/** One hostile request, as bytes. @param ids of things that are there */
export function hostileRequest(random: Random, ids: Record<string, string>): Buffer {
  const row = pick(random, ROWS);
  const path = row.path.replace(/:(\w+)/g, (_, name: string) =>
    (random() < 0.6 ? (ids[name] ?? '0') : pick(random, ODD)).replace(/ /g, '%20'),
  );
  const query =
    random() < 0.2
      ? `?${pick(random, ['crop=%7B', 'crop=[]', 'table=../..', 'paper=%', 'a[b]=c', 'x'.repeat(2000)])}`
      : '';
  const further = [
    '/photos/%/flat.jpg',
    `/photos/${ids.photoId}/differences.png`,
    `/references/${ids.referenceId}/base.png`,
    `/paintings/${ids.paintingId}/sheet.pdf`,
    '/openapi.json',
    '/jobs/x/progress',
    `/photos/${ids.photoId}/reading.csv`,
  ];
  const target = random() < 0.15 ? pick(random, further) : path;
  const method =
    random() < 0.85
      ? row.method.toUpperCase()
      : pick(random, ['GET', 'POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS', 'TRACE']);
  const multipart = row.upload ? random() < 0.8 : random() < 0.05;
  const content = method === 'GET' ? '' : multipart ? form(random) : body(random);
  const type = multipart && random() < 0.8 ? 'multipart/form-data; boundary=x' : pick(random, TYPES);
  const encoding = pick(random, ENCODINGS);
  const length = random() < 0.93 ? Buffer.byteLength(content) : upTo(random, 20);
  const head = [
    `${method} /api${target}${query} HTTP/1.1`,
    'Host: 127.0.0.1',
    `Content-Type: ${type}`,
    `Content-Length: ${length}`,
    ...(encoding ? [`Content-Encoding: ${encoding}`] : []),
    ...(random() < 0.7 ? [`If-Match: ${pick(random, ['*', '"none"', '""', 'W/"x"', 'x'.repeat(500)])}`] : []),
    ...(random() < 0.1 ? [`Cookie: ${'c'.repeat(3000)}`] : []),
    ...(random() < 0.1 ? ['Range: bytes=5-2', 'If-None-Match: *'] : []),
    'Connection: close',
  ];
  return Buffer.from(`${head.join('\r\n')}\r\n\r\n${content}`);
}
