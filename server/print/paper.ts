/** Where letters go; widths are measured with the same font in every format. */
export interface TextStyle {
  size: number;
  weight?: 'regular' | 'semibold' | 'bold';
  color?: string;
  anchor?: 'start' | 'middle' | 'end';
}

export interface Stroke {
  color: string;
  width: number;
  dash?: readonly [number, number];
}

export type Point = readonly [number, number];

/**
 * A sheet that is drawn on once, whatever file comes of it; points of 1/72 inch from the top left.
 * `y` of a text is its base line.
 */
export interface Paper {
  width: number;
  height: number;
  text(x: number, y: number, text: string, style: TextStyle): void;
  line(from: Point, to: Point, stroke: Stroke): void;
  path(points: readonly Point[], stroke: Stroke): void;
  area(points: readonly Point[], color: string, opacity?: number): void;
  rect(
    x: number,
    y: number,
    width: number,
    height: number,
    style: { fill?: string; stroke?: Stroke; opacity?: number },
  ): void;
  circle(x: number, y: number, radius: number, style: { fill?: string; stroke?: Stroke }): void;
}

/** The colours of the light theme (web/styles.css), as they are for print. */
export const INK = {
  ink: '#20262c',
  soft: '#59626b',
  line: '#ddd8ce',
  sheet: '#ffffff',
  ember: '#e2673a',
  now: '#34608c',
  prior: '#b3a893',
  priorText: '#7d725f',
  track: '#e4dfd5',
  good: '#157a6e',
  bad: '#b0402c',
} as const;

/** Marks and text of a grade's colour. */
export const GRADE_INK = {
  teal: { mark: '#157a6e', text: '#11675d' },
  steel: { mark: '#34608c', text: '#2d547b' },
  amber: { mark: '#b07a10', text: '#8a5e08' },
  rust: { mark: '#b0402c', text: '#a23a27' },
  plum: { mark: '#8a4a86', text: '#7d3f79' },
  slate: { mark: '#5b6670', text: '#4e5861' },
} as const;
export const NO_GRADE_INK = { mark: '#b9b3a8', text: '#6b675e' } as const;
