import type { SerializedError } from '@reduxjs/toolkit';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { Button } from '../ui/Button';
import type { Failure } from './api';

const t = messagesOf('frame', EN_FRAME);

/** What went wrong and what to do, where it went wrong. */
export function FailureNote({
  failure,
  onRetry,
}: {
  failure: Failure | SerializedError;
  onRetry?: () => void;
}) {
  const problem =
    'title' in failure
      ? failure
      : { title: t('somethingWentWrong'), detail: t('tryAgainIfItStays') };
  return (
    <div role="alert" className="rounded-sheet border border-grade-1 bg-danger-soft p-4">
      <p className="font-semibold">{problem.title}</p>
      <p className="mt-1">{problem.detail}</p>
      {onRetry && (
        <Button className="mt-3" onClick={onRetry}>
          {t('tryAgain')}
        </Button>
      )}
    </div>
  );
}

/** The message at a field, from the server's word on it. */
export function faultAt(failure: unknown, field: string): string | undefined {
  const errors = (failure as Failure | undefined)?.errors;
  return errors?.find((error) => error.field === field || error.field.endsWith(`/${field}`))
    ?.message;
}

/** The message of a failure that belongs to no shown field. */
export function otherFault(failure: unknown, fields: readonly string[]): string | undefined {
  const problem = failure as Failure | undefined;
  if (!problem) return undefined;
  const others = problem.errors?.filter((error) => !fields.includes(error.field)) ?? [];
  if (problem.errors && others.length === 0) return undefined;
  return others.length > 0
    ? others.map((error) => `${error.field}: ${error.message}`).join(' ')
    : (problem.detail ?? t('somethingWentWrongTryAgain'));
}
