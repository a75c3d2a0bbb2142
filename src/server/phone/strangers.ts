const FREE = 6; // a code mistyped a few times is answered at once
const SLOWEST_MS = 8000;
const HELD = 12; // answers that are held back at the same time, so that nobody can pile them up
const REMEMBERED = 200;

/**
 * Wrong codes, counted by sender. Whoever tries on is answered more and more slowly; the door stays open to the one who
 * has the code
 * (72 random bits: guessing is hopeless at any speed), so that a stranger on the network cannot close it in the
 * painter's face.
 */
export class Strangers {
  private readonly wrong = new Map<string, number>();
  private held = 0;

  /** Wrong codes so far. */
  get tries(): number {
    return [...this.wrong.values()].reduce((sum, n) => sum + n, 0);
  }

  /**
   * Counts one more from this sender and lets it wait.
   * @returns false = too many wait already: answer at once that it is too much
   */
  async turnAway(sender: string): Promise<boolean> {
    const tries = (this.wrong.get(sender) ?? 0) + 1;
    this.wrong.set(sender, tries);
    if (this.wrong.size > REMEMBERED) this.forgetOldest();
    if (tries <= FREE) return true;
    if (this.held >= HELD) return false;
    this.held++;
    try {
      await new Promise((later) => setTimeout(later, Math.min(SLOWEST_MS, 250 * 2 ** (tries - FREE))).unref());
      return true;
    } finally {
      this.held--;
    }
  }

  private forgetOldest(): void {
    const [oldest] = this.wrong.keys();
    if (oldest !== undefined) this.wrong.delete(oldest);
  }
}
