import type { Problem } from '#contract/errors/problem';
import type { LinesHeader } from '#contract/schemas/slice';
import { unpackColumns } from '#core/slices/columnPack';
import { type ExploreAnswer, type ExploreQuestion, Explorer } from '#core/slices/exploring';

export type ToExplorer =
  | { kind: 'load'; number: number; url: string }
  | { kind: 'ask'; number: number; question: ExploreQuestion };

/** An answer carries the number of its question, so that an overtaken one is known. */
export type FromExplorer =
  | { kind: 'progress'; number: number; share: number }
  | { kind: 'loaded'; number: number; header: LinesHeader }
  | { kind: 'answer'; number: number; answer: ExploreAnswer }
  | { kind: 'failed'; number: number; problem: Problem | null };

let explorer: Explorer | null = null;
let loading = 0;
const tell = (message: FromExplorer) => self.postMessage(message);

self.onmessage = ({ data }: MessageEvent<ToExplorer>) => {
  if (data.kind === 'load') {
    loading = data.number;
    void load(data.number, data.url);
  } else if (explorer)
    tell({ kind: 'answer', number: data.number, answer: explorer.ask(data.question) });
};

async function load(number: number, url: string): Promise<void> {
  try {
    const response = await fetch(url, { credentials: 'same-origin' });
    if (!response.ok) {
      const problem = (await response.json().catch(() => null)) as Problem | null;
      return tell({ kind: 'failed', number, problem });
    }
    const bytes = await readAll(response, (share) => tell({ kind: 'progress', number, share }));
    // A newer one is on its way: this is nobody's any more.
    if (number !== loading) return;
    const { header, columns } = unpackColumns<LinesHeader>(bytes);
    explorer = new Explorer(header, columns);
    tell({ kind: 'loaded', number, header });
  } catch {
    tell({ kind: 'failed', number, problem: null });
  }
}

/** The whole answer, telling how much of it has come. */
async function readAll(response: Response, onShare: (share: number) => void): Promise<ArrayBuffer> {
  const size = Number(response.headers.get('x-bytes'));
  const bytes = new Uint8Array(size);
  let at = 0;
  const reader = response.body!.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    bytes.set(value, at);
    at += value.length;
    onShare(at / size);
  }
  return bytes.buffer;
}
