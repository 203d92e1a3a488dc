import type { UnitSummary } from '#contract/schemas/unit';
import { otherFault } from '../app/FailureNote';
import { useSay } from '../ui/Toasts';
import { useUndoUnitChangeMutation } from './unitsApi';

const DONE = {
  moved: 'stands where it stood before',
  left: 'stays',
  created: 'is taken out again',
} as const;

/** The way back after a unit was added, moved or ended, for the message that says so. */
export function useUndoUnit() {
  const [undo] = useUndoUnitChangeMutation();
  const say = useSay();
  return ({ code, name }: Pick<UnitSummary, 'code' | 'name'>) => ({
    label: 'Undo',
    run: () =>
      void undo(code).then((result) =>
        result.error
          ? say(otherFault(result.error, []) ?? 'It was not taken back.', { kind: 'fault' })
          : say(`${name} ${DONE[result.data.action]}.`),
      ),
  });
}
