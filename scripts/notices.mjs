// The licences of what is delivered with the product: many ask that their text goes along.
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';

const TEXTS = /^(licen[cs]e|notice|copying)/i;

/**
 * Writes name, version, licence, source and texts of every package that is not for developers
 * alone.
 */
export function writeNotices(file) {
  const { packages } = JSON.parse(readFileSync('package-lock.json', 'utf8'));
  const folders = Object.keys(packages).filter(
    (folder) => folder !== '' && !packages[folder].dev && existsSync(`${folder}/package.json`),
  );
  writeFileSync(file, folders.map(toNotice).join(`\n${'='.repeat(80)}\n\n`));
}

function toNotice(folder) {
  const { name, version, license, repository, homepage } = JSON.parse(
    readFileSync(`${folder}/package.json`, 'utf8'),
  );
  const texts = readdirSync(folder, { withFileTypes: true })
    .filter((each) => each.isFile() && TEXTS.test(each.name))
    .map((each) => readFileSync(`${folder}/${each.name}`, 'utf8').trim());
  const source =
    repository?.url ?? repository ?? homepage ?? `https://www.npmjs.com/package/${name}`;
  return [
    `${name} ${version}`,
    `Licence: ${license?.type ?? license ?? 'not stated by the package'}`,
    `Source: ${source}`,
    '',
    ...texts,
    '',
  ].join('\n');
}
