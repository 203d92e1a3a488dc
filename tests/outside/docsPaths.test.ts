import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { expect, it } from 'vitest';

const PAGES = ['README.md', 'CONTRIBUTING.md', 'SECURITY.md', ...list('docs'), ...list('docs/adr')];

function list(folder: string): string[] {
  return readdirSync(folder)
    .filter((name) => name.endsWith('.md'))
    .map((name) => `${folder}/${name}`);
}

it.each(PAGES)('%s names only files and links that are there', (page) => {
  const text = readFileSync(page, 'utf8');
  const paths = [
    ...text.matchAll(
      /`((?:core|wording|contract|server|web|tests|scripts|bench|docs|demo)\/[\w./-]+)`/g,
    ),
  ].map((match) => match[1]!);
  const links = [...text.matchAll(/\]\((?!https?:|#)([^)#]+)/g)].map(
    (match) => `${dirname(page)}/${match[1]!}`,
  );
  const isThere = (path: string) =>
    ['', '.ts', '.tsx', '.mjs'].some((end) => existsSync(path.replace(/\/$/, '') + end));
  expect([...paths, ...links].filter((path) => !isThere(path))).toEqual([]);
});
