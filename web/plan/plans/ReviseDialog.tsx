import { useState } from 'react';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Field, INPUT } from '../../ui/Field';

const t = messagesOf('plan', EN_PLAN);

/** Asks why published targets are revised, once for all that is changed until it is done. */
export function ReviseDialog({
  onReason,
  onClose,
}: {
  onReason(reason: string): void;
  onClose(): void;
}) {
  const [reason, setReason] = useState('');
  return (
    <Dialog
      title={t('whyArePublishedTargetsRevised')}
      description={t('thePeopleConcernedWillRead')}
      isOpen
      onClose={onClose}
      width="w-[480px]"
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (reason.trim()) onReason(reason.trim());
        }}
      >
        <Field label={t('reason')}>
          <input
            className={INPUT}
            maxLength={500}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            placeholder={t('forExampleTookOverTwo')}
          />
        </Field>
        <div className="mt-4 flex justify-end gap-2">
          <Button onClick={onClose}>{t('cancel')}</Button>
          <Button
            type="submit"
            kind="main"
            missing={reason.trim() === '' ? t('sayWhyFirst') : null}
          >
            {t('reviseNow')}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
