const SVG_NAMESPACE = 'http://www.w3.org/2000/svg';
/** What a style sheet says of drawn things and a picture alone would lose. */
const STYLED = [
  'fill',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'opacity',
  'fill-opacity',
  'font-size',
  'font-weight',
  'font-family',
  'text-anchor',
] as const;
/** Sharp on a screen of twice the dots, and on paper. */
const PIXELS = 2;

/**
 * All pictures of a part of the page as one SVG that stands by itself: colours and letters as they
 * are shown now.
 */
export function toSvg(part: HTMLElement): { text: string; width: number; height: number } {
  const frame = part.getBoundingClientRect();
  const [width, height] = [Math.ceil(frame.width), Math.ceil(frame.height)];
  const whole = document.createElementNS(SVG_NAMESPACE, 'svg');
  whole.setAttribute('xmlns', SVG_NAMESPACE);
  whole.setAttribute('viewBox', `0 0 ${width} ${height}`);
  whole.setAttribute('width', String(width));
  whole.setAttribute('height', String(height));
  const paper = document.createElementNS(SVG_NAMESPACE, 'rect');
  paper.setAttribute('width', '100%');
  paper.setAttribute('height', '100%');
  paper.setAttribute('fill', getComputedStyle(document.body).getPropertyValue('--sheet').trim());
  whole.append(paper);
  for (const svg of part.querySelectorAll('svg')) {
    const box = svg.getBoundingClientRect();
    const copy = svg.cloneNode(true) as SVGSVGElement;
    copyStyles(svg, copy);
    copy.setAttribute('x', String(box.left - frame.left));
    copy.setAttribute('y', String(box.top - frame.top));
    copy.setAttribute('width', String(box.width));
    copy.setAttribute('height', String(box.height));
    whole.append(copy);
  }
  return { text: new XMLSerializer().serializeToString(whole), width, height };
}

function copyStyles(from: Element, to: Element): void {
  const style = getComputedStyle(from);
  for (const name of STYLED) to.setAttribute(name, style.getPropertyValue(name));
  to.removeAttribute('class');
  to.removeAttribute('style');
  [...from.children].forEach((child, index) => copyStyles(child, to.children[index]!));
}

/** The picture as a PNG of twice its pixels. @throws Error when the browser cannot draw it */
export async function toPng(part: HTMLElement): Promise<Blob> {
  const { text, width, height } = toSvg(part);
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width * PIXELS, height * PIXELS];
  const context = canvas.getContext('2d')!;
  context.scale(PIXELS, PIXELS);
  context.drawImage(image, 0, 0);
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error('The picture could not be drawn.'))),
      'image/png',
    ),
  );
}

/** Hands a file to the browser to keep. */
export function saveFile(name: string, content: Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(content);
  link.download = name;
  link.click();
  // After the browser has taken it.
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
