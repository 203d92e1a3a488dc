import { FailureNote } from '../../app/FailureNote';
import { Button } from '../../ui/Button';
import { SIGN_IN_FIRST } from './dealFields';

interface FormFootProps {
  isNew: boolean;
  /** Whether a field says what is wrong. */
  isRefused: boolean;
  /** What went wrong beside the fields. */
  failure: Parameters<typeof FailureNote>[0]['failure'] | undefined;
  isLoading: boolean;
  onNext(): void;
  onCancel(): void;
}

/** Always in sight under the form: what went wrong, and how to send it. */
export function FormFoot({
  isNew,
  isRefused,
  failure,
  isLoading,
  onNext,
  onCancel,
}: FormFootProps) {
  return (
    <div className="sticky -bottom-4 -mx-5 mt-4 border-t border-line bg-sheet px-5 pt-2.5 pb-4">
      {isRefused && (
        <p role="alert" className="mb-2 font-medium text-grade-1">
          Not {isNew ? 'booked' : 'saved'}: look at the marked fields.
        </p>
      )}
      {!isRefused && failure && (
        <div className="mb-2.5">
          <FailureNote
            failure={'code' in failure && failure.code === 'notSignedIn' ? SIGN_IN_FIRST : failure}
          />
        </div>
      )}
      <div className="flex flex-wrap gap-2">
        <Button kind="main" type="submit" disabled={isLoading}>
          {isNew ? 'Book' : 'Save'}
        </Button>
        {isNew && (
          <Button disabled={isLoading} title="Shift and Enter" onClick={onNext}>
            Book and next&ensp;⇧↵
          </Button>
        )}
        <Button kind="quiet" onClick={onCancel}>
          Cancel
        </Button>
      </div>
    </div>
  );
}
