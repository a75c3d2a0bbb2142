import { homedir } from 'node:os';
import { join, resolve } from 'node:path';
import { describe, expect, test } from 'vitest';
import { readStartArguments } from './arguments';
import { wordsForStart } from './words';

describe('what the server is asked on starting', () => {
  test('nothing: the usual folder and port', () =>
    expect(readStartArguments([])).toEqual({ data: join(homedir(), 'Revlin'), port: 4780, camera: null }));
  test('everything, in either spelling', () => {
    const wanted = { data: resolve('a b'), port: 0, camera: 'http://127.0.0.1:1/' };
    expect(readStartArguments(['--data', 'a b', '--port', '0', '--camera', 'http://127.0.0.1:1/'])).toEqual(wanted);
    expect(readStartArguments(['--data=a b', '--port=0', '--camera=http://127.0.0.1:1/'])).toEqual(wanted);
  });
  test.each([
    [['--port', '-1'], /--port "-1"/],
    [['--port', '65536'], /--port "65536"/],
    [['--port', 'x'], /--port "x"/],
    [['--port', ''], /--port ""/],
    [['--port'], /"--port" needs a value/],
    [['--prot', '1'], /"--prot" is not understood/],
    [['-d', 'x'], /"-d" is not understood/],
    [['stray'], /"stray" is not understood/],
  ])('%j is refused in one line', (args, words) => {
    expect(() => readStartArguments(args)).toThrow(words);
  });
});

test.each([
  ['EACCES', /cannot be written to/],
  ['EROFS', /cannot be written to/],
  ['SQLITE_READONLY', /cannot be written to/],
  ['SQLITE_CANTOPEN', /cannot be written to/],
  ['ENOSPC', /disk .* is full/],
  ['SQLITE_FULL', /disk .* is full/],
  ['SQLITE_IOERR_FSYNC', /could not be written to/],
  ['SQLITE_CORRUPT_INDEX', /damaged.*revlin check --data \/studio/],
  ['SQLITE_BUSY_RECOVERY', /Another program holds/],
  ['EEXIST', /is a file, not a folder/],
])('%s has a sentence that says what to do', (code, words) => {
  expect(wordsForStart(Object.assign(new Error('x'), { code }), '/studio')).toMatch(words);
});
test('what nobody foresaw has none', () => expect(wordsForStart(new TypeError('x'), '/studio')).toBeNull());
