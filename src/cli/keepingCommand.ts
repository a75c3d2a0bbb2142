import { backUp, type BackupReport } from '../server/safekeeping/backup';
import { check, isSound, type CheckReport } from '../server/safekeeping/check';
import { restore, type RestoreReport } from '../server/safekeeping/restore';
import type { KeepingRequest } from './keepingArguments';

const mega = (bytes: number) => `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`;
const count = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`;
const is = (n: number, one: string, many: string) => (n === 1 ? one : many);
const listed = (names: readonly string[]) =>
  names.slice(0, 5).join(', ') + (names.length > 5 ? ` and ${names.length - 5} more` : '');

const names = (list: readonly { name: string }[]) => listed(list.map(({ name }) => name));

/** What was done, in words, and whether all is well. */
interface Told {
  readonly report: unknown;
  readonly words: string;
  readonly well: boolean;
}

function ofBackup(report: BackupReport): Told {
  const { file, bytes, originals, missing, damaged } = report;
  const lacks = [
    ...(missing.length > 0 ? [`${count(missing.length, 'original')} could not be found: ${names(missing)}.`] : []),
    ...(damaged.length > 0
      ? [
          `${count(damaged.length, 'original')} ${is(damaged.length, 'is damaged, and in it as it is', 'are damaged, and in it as they are')}: ${names(damaged)}.`,
        ]
      : []),
  ];
  const words = [
    `${file} holds the studio: its database and ${count(originals, 'original')}, ${mega(bytes)}.`,
    ...lacks,
  ];
  return { report, words: words.join('\n'), well: lacks.length === 0 };
}

function ofRestore(report: RestoreReport, folder: string): Told {
  const { made, originals, there, before, missing } = report;
  const words = [
    `The studio of ${made.slice(0, 16).replace('T', ' ')} UTC is back in ${folder}: ${count(originals, 'original')} brought back, ${there} were there.`,
    ...(before ? [`The database that stood there is kept as ${before}.`] : []),
    ...(missing.length > 0 ? [`The backup itself lacks ${count(missing.length, 'original')}.`] : []),
  ];
  return { report, words: words.join('\n'), well: missing.length === 0 };
}

function ofCheck(report: CheckReport): Told {
  const { folder, running, database, originals, unclaimed, toRemake, mended } = report;
  const words = [
    ...(running ? [`Revlin runs on ${folder} (${running}), so it was only looked at.`] : []),
    database.whole
      ? 'The database is whole.'
      : `The database is damaged: ${listed(database.problems)}. Bring back a backup, or a copy from ${folder}/earlier.`,
    ...database.unreadable.map(
      ({ what, rows, why }) =>
        `This version cannot read ${what} as it is kept (${count(rows, 'row')}, the first: ${why}). It is kept as it is; the version that kept it can read it.`,
    ),
    ...(database.newer ? ['It was kept by a newer Revlin.'] : []),
    ...(database.behind > 0 ? ['It was kept by an earlier Revlin; starting this one brings it up to date.'] : []),
    `${count(originals.kept, 'original')}, ${mega(originals.bytes)}.`,
    ...(originals.missing.length > 0
      ? [
          `${count(originals.missing.length, 'original')} missing: ${names(originals.missing)}. Add the same photographs again, or bring back a backup.`,
        ]
      : []),
    ...(originals.damaged.length > 0
      ? [
          `${count(originals.damaged.length, 'original')} damaged: ${names(originals.damaged)}. A backup made before it happened has them whole.`,
        ]
      : []),
    ...(toRemake > 0 ? [`The pictures of ${count(toRemake, 'reading')} are made again when they are looked at.`] : []),
    ...(unclaimed.files > 0
      ? [
          `${count(unclaimed.files, 'file')} that nothing names (${mega(unclaimed.bytes)}) ${is(unclaimed.files, 'lies', 'lie')} in ${folder}/unclaimed.`,
        ]
      : []),
    ...mended.map((what) => `Put right: ${what}.`),
  ];
  return { report, words: words.join('\n'), well: isSound(report) };
}

/** Carries out backup, restore or check. @throws InputError for input that cannot be used */
export async function keepingCommand({ name, folder, file }: KeepingRequest): Promise<Told> {
  if (name === 'backup') return ofBackup(await backUp(folder, file));
  if (name === 'restore') return ofRestore(await restore(folder, file), folder);
  return ofCheck(await check(folder));
}
