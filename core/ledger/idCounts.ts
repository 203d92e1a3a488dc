const FIRST_ROOM = 1_024;

/**
 * How often each id is there, and how many different ones: what a count of different ids needs to
 * be kept up when one comes or goes. Ids are whole numbers from 1 on, given out one after the
 * other, so they fit an array; 0 stands for none and is not counted.
 */
export class IdCounts {
  private times = new Uint32Array(FIRST_ROOM);
  /** How many different ids there are. */
  count = 0;

  add(id: number): void {
    if (id === 0) return;
    if (id >= this.times.length) this.widen(id);
    if (this.times[id]!++ === 0) this.count++;
  }

  /** Takes away one that was added. */
  remove(id: number): void {
    if (id !== 0 && --this.times[id]! === 0) this.count--;
  }

  private widen(id: number): void {
    const wider = new Uint32Array(Math.max(id + 1, this.times.length * 2));
    wider.set(this.times);
    this.times = wider;
  }
}
