const FIRST_ROOM = 1_024;

/**
 * Counts different ids, pass after pass, without a set: each id keeps the number of the pass that
 * saw it last. A company's month has ten thousand deals, and hashing each of them took longer than
 * all else a request does. Ids are whole numbers from 1 on, given out one after the other, so they
 * fit an array; 0 stands for none and is not counted.
 */
export class Seen {
  private passes = new Uint32Array(FIRST_ROOM);
  private pass = 0;
  /** How many different ids the pass has seen. */
  count = 0;

  /** Begins another pass; nothing is seen yet. */
  begin(): void {
    this.count = 0;
    if (this.pass === 0xffff_ffff) {
      this.passes.fill(0);
      this.pass = 0;
    }
    this.pass++;
  }

  /** Notes the ids of a list from one place up to, but not at, another. */
  noteAll(ids: ArrayLike<number>, from: number, to: number): void {
    for (let at = from; at < to; at++) {
      const id = ids[at]!;
      if (id === 0) continue;
      if (id >= this.passes.length) this.widen(id);
      if (this.passes[id] === this.pass) continue;
      this.passes[id] = this.pass;
      this.count++;
    }
  }

  private widen(id: number): void {
    const wider = new Uint32Array(Math.max(id + 1, this.passes.length * 2));
    wider.set(this.passes);
    this.passes = wider;
  }
}
