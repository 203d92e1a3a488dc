import type { Status } from '#contract/schemas/attainment';
import { GRADE_INK, NO_GRADE_INK, type Paper, type Point } from './paper';

export function inkOf({ color }: Pick<Status, 'color'>): { mark: string; text: string } {
  return color === null ? NO_GRADE_INK : GRADE_INK[color];
}

const STEP = 0.21;

/** Stairs of so many steps in a square of 1; as on the screen (web/charts/StatusMark). */
function stairsOf(steps: number): Point[] {
  const [left, foot] = [0.08, 0.92];
  const corners: Point[] = [[left, foot]];
  for (let step = 0; step < steps; step++)
    corners.push(
      [left + step * STEP, foot - (step + 1) * STEP],
      [left + (step + 1) * STEP, foot - (step + 1) * STEP],
    );
  return [...corners, [left + steps * STEP, foot]];
}

/**
 * The symbol of a status: a small ladder with as many rungs as its grade, or stairs of as many
 * steps; the word stands beside it.
 */
export function drawMark(paper: Paper, status: Status, x: number, y: number, size: number): void {
  const { mark } = inkOf(status);
  const at = (u: number, v: number): Point => [x + u * size, y + v * size];
  if (status.iconSet === 'words') return;
  if (status.iconSet === 'shapes') {
    if (status.grade === 0)
      paper.circle(x + size / 2, y + size / 2, size * 0.32, {
        stroke: { color: mark, width: size * 0.1 },
      });
    else
      paper.area(
        stairsOf(status.grade).map(([u, v]) => at(u, v)),
        mark,
      );
    return;
  }
  for (const rail of [0.2, 0.8])
    paper.line(at(rail, 0.06), at(rail, 0.96), { color: mark, width: size * 0.12 });
  for (let rung = 0; rung < status.grade; rung++)
    paper.line(at(0.2, 0.83 - rung * 0.21), at(0.8, 0.83 - rung * 0.21), {
      color: mark,
      width: size * 0.11,
    });
}
