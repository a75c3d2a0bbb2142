import type { PaintingDetail, Photo, ReadingDetail } from '../../contract';
import { NO_VERSION, type Guard } from '../../contract';

/**
 * Which version of each thing this window has seen last, so that a change can name the one it is made on. What this
 * window itself has
 * replaced is remembered too: an answer that set out before is then not taken for news.
 */
export class SeenVersions {
  private readonly seen = new Map<string, string>();
  private readonly replaced = new Map<string, string>();

  static name = (guard: Guard, params: Record<string, string | number>): string =>
    [guard, ...Object.values(params)].join(' ');

  /** The version a change of this thing is made on; * = this window has not seen it. */
  of(name: string, on = this.seen.get(name)): string {
    let version = on;
    for (let next = version; next !== undefined; next = this.replaced.get(`${name} ${version}`)) version = next;
    return version ?? '*';
  }

  /** This window has put a new version in place of another. */
  replace(name: string, before: string, after: string): void {
    if (before === after) return;
    this.replaced.delete(`${name} ${after}`); // it may have been there before
    this.replaced.set(`${name} ${before}`, after);
    this.seen.set(name, after);
  }

  private note(guard: Guard, params: Record<string, string | number>, version: string): void {
    this.seen.set(SeenVersions.name(guard, params), version);
  }

  private notePhoto({ id: photoId, versions }: Photo): void {
    for (const [guard, version] of Object.entries(versions)) this.note(guard as Guard, { photoId }, version);
  }

  private noteDetail({ painting, plan, ground, references, sessions }: PaintingDetail): void {
    const { id: paintingId } = painting;
    this.note('painting', { paintingId }, painting.version);
    this.note('plan', { paintingId }, plan?.id ?? NO_VERSION);
    this.note('ground', { paintingId }, ground.version);
    for (const { id: referenceId, version } of references) this.note('reference', { referenceId }, version);
    for (const { photos, aside } of sessions)
      for (const photo of [...photos, ...aside]) {
        this.notePhoto(photo);
        this.note('ground', { photoId: photo.id }, ground.version);
      }
  }

  /** Looks through an answer of the server for versions. */
  noteAll(answer: unknown): void {
    if (typeof answer !== 'object' || answer === null) return;
    if ('sessions' in answer && 'painting' in answer) this.noteDetail(answer as PaintingDetail);
    else if ('versions' in answer) this.notePhoto(answer as Photo);
    else if ('findings' in answer) {
      const { photoId, findings } = answer as ReadingDetail;
      for (const { index, version } of findings) this.note('finding', { photoId, index }, version);
    } else if ('photo' in answer) this.noteAll(answer.photo);
  }
}
