import { PAGE } from '#server/print/drawStanding';
import { widthOf } from '#server/print/fonts';
import type { Paper } from '#server/print/paper';

export interface Written {
  page: number;
  x: number;
  y: number;
  text: string;
  width: number;
}

/** Pages that remember what was written on them, and where each text begins. */
export function openMemory(): Paper & { texts: Written[]; nextPage(): void } {
  const texts: Written[] = [];
  let page = 1;
  const nothing = () => undefined;
  return {
    ...PAGE,
    texts,
    line: nothing,
    path: nothing,
    area: nothing,
    rect: nothing,
    circle: nothing,
    nextPage: () => void page++,
    text: (x, y, text, style) => {
      const width = widthOf(text, style);
      const shift = style.anchor === 'end' ? width : style.anchor === 'middle' ? width / 2 : 0;
      texts.push({ page, x: x - shift, y, text, width });
    },
  };
}
