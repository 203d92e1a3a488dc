import PDFDocument from 'pdfkit';
import { FONT_FILES, widthOf } from './fonts';
import type { Paper, Stroke } from './paper';

export interface PdfPaper extends Paper {
  /** Goes on on another page of the same size. */
  nextPage(): void;
  /** The finished file. */
  finish(): Promise<Buffer>;
}

/**
 * Pages of a PDF (ISO 32000), drawn in vectors, with its letters in it. `made` is the day it is
 * dated.
 */
export function openPdf(
  width: number,
  height: number,
  about: { title: string; author: string; made: Date },
): PdfPaper {
  const doc = new PDFDocument({
    size: [width, height],
    margin: 0,
    info: {
      Title: about.title,
      Author: about.author,
      CreationDate: about.made,
      Creator: 'Iron Ladder',
    },
    lang: 'en-GB',
    displayTitle: true,
  });
  for (const [weight, file] of Object.entries(FONT_FILES)) doc.registerFont(weight, file);
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const withStroke = ({ color, width: lineWidth, dash }: Stroke) => {
    doc.lineWidth(lineWidth).strokeColor(color);
    if (dash) doc.dash(dash[0], { space: dash[1] });
    else doc.undash();
  };
  const trace = (points: readonly (readonly [number, number])[]) =>
    points.forEach(([x, y], index) => (index === 0 ? doc.moveTo(x, y) : doc.lineTo(x, y)));
  const paint = ({
    fill,
    stroke,
    opacity = 1,
  }: {
    fill?: string;
    stroke?: Stroke;
    opacity?: number;
  }) => {
    doc.save().fillOpacity(opacity);
    if (stroke) withStroke(stroke);
    if (fill && stroke) doc.fillAndStroke(fill, stroke.color);
    else if (fill) doc.fill(fill);
    else if (stroke) doc.stroke();
    doc.restore();
  };
  return {
    width,
    height,
    text(x, y, text, style) {
      const { size, weight = 'regular', color = '#000000', anchor = 'start' } = style;
      const shift = anchor === 'start' ? 0 : widthOf(text, style) / (anchor === 'middle' ? 2 : 1);
      doc
        .font(weight)
        .fontSize(size)
        .fillColor(color)
        .text(text, x - shift, y, { lineBreak: false, baseline: 'alphabetic' });
    },
    line(from, to, stroke) {
      trace([from, to]);
      paint({ stroke });
    },
    path(points, stroke) {
      if (points.length < 2) return;
      trace(points);
      paint({ stroke });
    },
    area(points, color, opacity) {
      if (points.length < 3) return;
      trace(points);
      doc.closePath();
      paint({ fill: color, opacity });
    },
    rect(x, y, w, h, style) {
      doc.rect(x, y, w, h);
      paint(style);
    },
    circle(x, y, radius, style) {
      doc.circle(x, y, radius);
      paint(style);
    },
    nextPage: () => void doc.addPage(),
    finish: () =>
      new Promise((resolve, reject) => {
        doc.on('end', () => resolve(Buffer.concat(chunks)));
        doc.on('error', reject);
        doc.end();
      }),
  };
}
