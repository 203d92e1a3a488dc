import type { HtmlTagDescriptor, Plugin, Rolldown } from 'vite';

/**
 * Names the page's own files in its HTML, so that they come beside the small one that imports them
 * and not after it.
 */
export function preloadPage(page: string): Plugin {
  return {
    name: 'preload-page',
    apply: 'build',
    transformIndexHtml: {
      order: 'post',
      handler: (html, { bundle }) => {
        const chunks = Object.values(bundle ?? {}).filter(
          (each): each is Rolldown.OutputChunk => each.type === 'chunk',
        );
        const found = chunks.find(({ facadeModuleId }) => facadeModuleId?.endsWith(page));
        if (!found) throw new Error(`There is no chunk of ${page} to name in the HTML.`);
        const wanted = new Set<string>();
        const add = (file: string) => {
          if (wanted.has(file)) return;
          wanted.add(file);
          chunks.find(({ fileName }) => fileName === file)?.imports.forEach(add);
        };
        add(found.fileName);
        return [...wanted]
          .filter((file) => !html.includes(file))
          .map((file): HtmlTagDescriptor => ({
            tag: 'link',
            attrs: { rel: 'modulepreload', crossorigin: true, href: `/${file}` },
            injectTo: 'head',
          }));
      },
    },
  };
}
