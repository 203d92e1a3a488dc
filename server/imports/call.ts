import type { ImportMapping } from '#contract/schemas/importMapping';
import type { Principal, Scope } from '../access/index';
import type { Context } from '../context';
import type { CorrectedCells } from './corrections';

export interface ImportCall {
  context: Context;
  scope: Scope;
  principal: Principal;
  fileName: string;
  /** Why it is done; without one the record names the file. */
  reason?: string | undefined;
  /** The draft that targets are imported into. */
  planId?: number | undefined;
  /** How the file's columns and values are read, where it is not in the open format. */
  mapping?: ImportMapping | undefined;
  /** Cells of the file that are read otherwise than they stand there. */
  corrections?: CorrectedCells | undefined;
  /** Take the good rows and leave the refused ones. */
  isPartial?: boolean | undefined;
  /**
   * How the change is called in the history, and what kind of run it is, where it is not the import
   * of a file.
   */
  run?: { kind: 'bulk' | 'feed'; action: string } | undefined;
  /** Read and check only. */
  isCheck: boolean;
  signal: AbortSignal;
}
