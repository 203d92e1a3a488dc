import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Period } from '#core/period/calendar';
import type { ExploreQuestion } from '#core/slices/exploring';
import type { Unit } from '#core/units/unit';
import type { Scope } from '../access/index';
import type { Context } from '../context';
import { ROOT } from '../root';
import type { Explored, ExploreJob } from './exploreWorker';
import { packLines } from './linePack';

/** A worker takes no loader of TypeScript along: it is built. */
const EXPLORER = join(ROOT, 'dist/server/explorer.js');
const MOST_MEMORY_MB = 2_048;

/**
 * What Explore shows, for a file or a mail: added up in a worker, for millions of lines would hold
 * everybody up. @throws ProblemError tooManyLines
 */
export async function explore(
  context: Context,
  scope: Scope,
  { unit, period, question }: { unit: Unit; period: Period; question: ExploreQuestion },
): Promise<Explored> {
  const { buffer } = await packLines(context, scope, unit, period);
  const bytes = buffer as ArrayBuffer;
  const worker = new Worker(EXPLORER, {
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
  });
  try {
    return await new Promise<Explored>((resolve, reject) => {
      worker.once('message', resolve);
      worker.once('error', reject);
      worker.once('exit', () => reject(new Error('The explorer ended without an answer.')));
      worker.postMessage({ bytes, question } satisfies ExploreJob, [bytes]);
    });
  } finally {
    void worker.terminate();
  }
}
