import { parentPort } from 'node:worker_threads';
import type { LinesHeader } from '#contract/schemas/slice';
import { unpackColumns } from '#core/slices/columnPack';
import { type ExploreAnswer, type ExploreQuestion, Explorer } from '#core/slices/exploring';

/** Built by scripts/buildServer.mjs: a pack of lines, and what is asked of it. */
export interface ExploreJob {
  bytes: ArrayBuffer;
  question: ExploreQuestion;
}
export interface Explored {
  header: LinesHeader;
  answer: ExploreAnswer;
}

parentPort!.once('message', ({ bytes, question }: ExploreJob) => {
  const { header, columns } = unpackColumns<LinesHeader>(bytes);
  const answer = new Explorer(header, columns).ask(question);
  parentPort!.postMessage({ header, answer } satisfies Explored);
});
