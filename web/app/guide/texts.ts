/** The pages of the guide, as the project's documentation has them; each is fetched when opened. */
const PAGES = import.meta.glob<string>('../../../docs/guide/*.md', {
  query: '?raw',
  import: 'default',
});

/** Which page is about an address; Start where none is. */
export function pageOf(pathname: string): string {
  const first = pathname.split('/')[1] ?? '';
  const page = first === 'profile' || first === '' ? (first === '' ? 'start' : 'standing') : first;
  return `../../../docs/guide/${page}.md` in PAGES ? page : 'start';
}

/** The text of a page, in Markdown (CommonMark). */
export function loadPage(page: string): Promise<string> {
  return PAGES[`../../../docs/guide/${page}.md`]!();
}
