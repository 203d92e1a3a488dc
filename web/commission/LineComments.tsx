import { useState } from 'react';
import { type CommissionStatement, LONGEST_COMMENT } from '#contract/schemas/commission';
import { otherFault } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { Button } from '../ui/Button';
import { useCommentStatementMutation, useSettleCommentMutation } from './api';

/** What was said to a line of a statement, and room to say more. */
export function LineComments({
  statement,
  entry,
}: {
  statement: CommissionStatement;
  entry: string;
}) {
  const { payee, period, mayApprove } = statement;
  const comments = statement.comments.filter((each) => each.entry === entry);
  const open = comments.find(({ settledAt }) => settledAt === null);
  const [text, setText] = useState('');
  const [comment, { error, isLoading }] = useCommentStatementMutation();
  const [settle, settling] = useSettleCommentMutation();
  return (
    <div className="flex flex-col gap-1.5 py-1">
      <ul aria-label="Questions and answers">
        {comments.map(({ id, text: said, userName, at, settledBy }) => (
          <li key={id} className="py-0.5">
            <span className="font-medium">{userName}</span>{' '}
            <span className="text-soft">
              <Moment at={at} />
              {settledBy && ` · settled by ${settledBy}`}
            </span>
            <span className="block whitespace-pre-line">{said}</span>
          </li>
        ))}
      </ul>
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void comment({ payee, period, entry, text }).then((result) => {
            if (result.data) setText('');
          });
        }}
      >
        <label className="min-w-50 flex-1">
          <span className="sr-only">{comments.length > 0 ? 'Answer' : 'Question'}</span>
          <textarea
            rows={2}
            maxLength={LONGEST_COMMENT}
            placeholder={comments.length > 0 ? 'Answer' : 'What is not right with this line?'}
            className="w-full rounded-sheet border border-strong/30 bg-sheet px-2.5 py-1.5"
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        </label>
        <Button type="submit" disabled={isLoading || text.trim() === ''}>
          {comments.length > 0 ? 'Answer' : 'Ask'}
        </Button>
        {open && mayApprove && (
          <Button disabled={settling.isLoading} onClick={() => void settle(open.id)}>
            Settled
          </Button>
        )}
      </form>
      {error && (
        <p role="alert" className="text-grade-1">
          {otherFault(error, [])}
        </p>
      )}
    </div>
  );
}
