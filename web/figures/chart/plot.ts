/** Where the points of a picture lie between its edges, in pixels. */
export interface Plot {
  left: number;
  right: number;
  /** Each point has a slot of its own, as a bar; else the first and last lie on the edges. */
  isSlots: boolean;
  /** How wide it is drawn before it is scaled to its room; left out: as wide as its room. */
  drawnWidth?: number;
}

/** The point nearest to a place in a picture of so many. */
export function pointAt(x: number, width: number, count: number, plot: Plot): number {
  const { left, room } = fit(width, plot);
  const share = (x - left) / room;
  const index = plot.isSlots ? Math.floor(share * count) : Math.round(share * (count - 1));
  return Math.min(count - 1, Math.max(0, index));
}

/** The place of a point. */
export function xOf(index: number, width: number, count: number, plot: Plot): number {
  const { left, room } = fit(width, plot);
  const share = plot.isSlots ? (index + 0.5) / count : count === 1 ? 0 : index / (count - 1);
  return left + share * room;
}

function fit(width: number, { left, right, drawnWidth = width }: Plot) {
  const scale = width / drawnWidth;
  return { left: left * scale, room: Math.max(1, width - (left + right) * scale) };
}
