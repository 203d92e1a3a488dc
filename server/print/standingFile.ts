import type { StandingView } from '#contract/schemas/attainment';
import type { PrintFormat } from './writeFormat';

/**
 * A standing as a file. Fonts, PDF and pictures take a second to load: only who prints waits for
 * them, once.
 */
export async function writeStandingFile(
  view: StandingView,
  format: PrintFormat,
  author: string,
): Promise<Buffer | string> {
  const { writeFormat } = await import('./writeFormat');
  return writeFormat(view, format, author);
}
