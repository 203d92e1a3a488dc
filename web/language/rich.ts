import { Children, type ReactNode } from 'react';
import type { Catalogue, Messages, Value } from '#wording/messages/translate';

/** A message with elements in it, as children of one. */
export function rich<C extends Catalogue>(
  t: Messages<C>,
  id: keyof C & string,
  values: Readonly<Record<string, Value | ReactNode | ((words: ReactNode[]) => ReactNode)>>,
): ReactNode {
  return Children.toArray(t.pieces<ReactNode>(id, values as never));
}
