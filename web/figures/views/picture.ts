/** Twice the dots of the screen, so that print is sharp. */
const PIXEL_RATIO = 2;
/** What belongs to using the view, not to what it shows. */
const isShown = (node: HTMLElement) => !node.dataset?.['nopicture'];

/** The shown view as a picture; its writer is loaded when somebody first asks for one. */
async function pictureOf(element: HTMLElement) {
  const { toBlob, toSvg } = await import('html-to-image');
  const options = {
    pixelRatio: PIXEL_RATIO,
    filter: isShown,
    fontEmbedCSS: await embedFonts(),
    backgroundColor: getComputedStyle(element).backgroundColor,
    // As tall as what it holds, not as what of it is in sight.
    height: element.scrollHeight,
    width: element.clientWidth,
    style: { overflow: 'visible', height: `${element.scrollHeight}px` },
  };
  return {
    png: async () => {
      const blob = await toBlob(element, options);
      if (!blob) throw new Error('The browser made no picture.');
      return blob;
    },
    svg: async () =>
      new Blob(
        [decodeURIComponent((await toSvg(element, options)).split(',').slice(1).join(','))],
        {
          type: 'image/svg+xml',
        },
      ),
  };
}

/** The page's own fonts, with their letters in them: a picture has no files beside it. */
async function embedFonts(): Promise<string> {
  const faces = [...document.styleSheets]
    .flatMap((sheet) => [...sheet.cssRules])
    .filter((rule) => rule instanceof CSSFontFaceRule);
  const texts = await Promise.all(
    faces.map(async ({ cssText, style }) => {
      const address = /url\(["']?([^"')]+)/.exec(style.getPropertyValue('src'))?.[1];
      if (!address) return '';
      const answer = await fetch(address);
      return cssText.replace(address, await toDataUrl(await answer.blob()));
    }),
  );
  return texts.join('\n');
}

const toDataUrl = (blob: Blob) =>
  new Promise<string>((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.onerror = () => reject(reader.error ?? new Error('A font could not be read.'));
    reader.readAsDataURL(blob);
  });

/** The element that holds the view that is shown. */
const viewElement = () => document.getElementById('main')!;

/** @throws Error where the browser keeps no pictures in its clipboard */
export async function copyView(): Promise<void> {
  const picture = pictureOf(viewElement()).then(({ png }) => png());
  // Asked for at once: a browser allows it only right after a press.
  await navigator.clipboard.write([new ClipboardItem({ 'image/png': picture })]);
}

export async function saveView(format: 'png' | 'svg', name: string): Promise<void> {
  const picture = await pictureOf(viewElement());
  save(await picture[format](), `${name}.${format}`);
}

/** Hands a file to the reader. */
export function save(blob: Blob, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
