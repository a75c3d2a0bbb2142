/**
 * Work on one thing, one after another: what is looked at first is still so when it is changed. One server has a
 * folder, so this holds.
 */
export class Turns {
  private readonly last = new Map<string, Promise<unknown>>();

  /** Does the work when everything asked for before under this name has ended, however it did. */
  take<T>(name: string, work: () => Promise<T>): Promise<T> {
    const before = this.last.get(name) ?? Promise.resolve();
    const own = before.then(work, work);
    const ended = own
      .catch(() => undefined)
      .finally(() => {
        if (this.last.get(name) === ended) this.last.delete(name);
      });
    this.last.set(name, ended);
    return own;
  }
}
