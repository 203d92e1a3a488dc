import { Resvg } from '@resvg/resvg-js';
import { FONT_FILES } from './fonts';
import type { Paper, Point, Stroke } from './paper';

const WEIGHTS = { regular: 400, semibold: 600, bold: 700 } as const;
const FAMILY = 'Archivo';

export interface SvgPaper extends Paper {
  /** The drawing as an SVG document. */
  toSvg(): string;
  /** The drawing as a PNG of so many pixels a point. */
  toPng(pixels: number): Buffer;
}

const escape = (text: string) => text.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);
const round = (value: number) => String(Math.round(value * 100) / 100);

/** The same sheet as an SVG, from which a PNG is drawn. */
export function openSvg(width: number, height: number): SvgPaper {
  const parts: string[] = [];
  const strokeOf = ({ color, width: lineWidth, dash }: Stroke) =>
    ` stroke="${color}" stroke-width="${round(lineWidth)}"${dash ? ` stroke-dasharray="${dash.join(' ')}"` : ''}`;
  const styleOf = ({
    fill,
    stroke,
    opacity,
  }: {
    fill?: string;
    stroke?: Stroke;
    opacity?: number;
  }) =>
    ` fill="${fill ?? 'none'}"${opacity === undefined ? '' : ` fill-opacity="${opacity}"`}${stroke ? strokeOf(stroke) : ''}`;
  const pointsOf = (points: readonly Point[]) =>
    points.map(([x, y]) => `${round(x)},${round(y)}`).join(' ');
  const toSvg = () =>
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" font-family="${FAMILY}"><rect width="100%" height="100%" fill="#ffffff"/>${parts.join('')}</svg>`;
  return {
    width,
    height,
    toSvg,
    text: (x, y, text, { size, weight = 'regular', color = '#000000', anchor = 'start' }) =>
      void parts.push(
        `<text x="${round(x)}" y="${round(y)}" font-size="${size}" font-weight="${WEIGHTS[weight]}" fill="${color}" text-anchor="${anchor}">${escape(text)}</text>`,
      ),
    line: ([x1, y1], [x2, y2], stroke) =>
      void parts.push(
        `<line x1="${round(x1)}" y1="${round(y1)}" x2="${round(x2)}" y2="${round(y2)}"${strokeOf(stroke)}/>`,
      ),
    path: (points, stroke) =>
      void parts.push(`<polyline points="${pointsOf(points)}" fill="none"${strokeOf(stroke)}/>`),
    area: (points, color, opacity) =>
      void parts.push(
        `<polygon points="${pointsOf(points)}"${styleOf({ fill: color, opacity })}/>`,
      ),
    rect: (x, y, w, h, style) =>
      void parts.push(
        `<rect x="${round(x)}" y="${round(y)}" width="${round(w)}" height="${round(h)}"${styleOf(style)}/>`,
      ),
    circle: (x, y, radius, style) =>
      void parts.push(
        `<circle cx="${round(x)}" cy="${round(y)}" r="${round(radius)}"${styleOf(style)}/>`,
      ),
    toPng: (pixels) =>
      new Resvg(toSvg(), {
        fitTo: { mode: 'zoom', value: pixels },
        font: {
          fontFiles: Object.values(FONT_FILES),
          loadSystemFonts: false,
          defaultFontFamily: FAMILY,
        },
      })
        .render()
        .asPng(),
  };
}
