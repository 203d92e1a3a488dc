import { ArrowDown, ArrowUp } from 'lucide-react';
import { useState } from 'react';
import type { CustomField } from '#contract/schemas/customField';
import type { CustomFieldOwner } from '#core/customField/field';
import {
  useChangeCustomFieldMutation,
  useDeleteCustomFieldMutation,
  useListCustomFieldsQuery,
  useOrderCustomFieldsMutation,
} from '../../app/customFields/api';
import { FailureNote } from '../../app/FailureNote';
import { Button } from '../../ui/Button';
import { Loading } from '../../ui/Loading';
import { useSay } from '../../ui/Toasts';
import { CustomFieldForm } from './CustomFieldForm';
import { KIND_NAMES } from './kinds';

const OWNERS: Readonly<Record<CustomFieldOwner, string>> = {
  deal: 'Of deals',
  customer: 'Of customers',
};

/** The fields the company gives its deals and customers: added, ordered, changed, archived. */
export function CustomFields({ currency }: { currency: string }) {
  const { data, error } = useListCustomFieldsQuery();
  return (
    <>
      <p className="text-soft">
        They stand in forms, tables, filters and files, and measures can go by those of deals: a
        date that says when a deal counts, a sum, a choice, days between two dates.
      </p>
      {error ? (
        <FailureNote failure={error} />
      ) : !data ? (
        <Loading what="fields" />
      ) : (
        (Object.keys(OWNERS) as CustomFieldOwner[]).map((owner) => (
          <OwnedFields
            key={owner}
            owner={owner}
            fields={data.filter((each) => each.owner === owner)}
            currency={currency}
          />
        ))
      )}
    </>
  );
}

function OwnedFields({
  owner,
  fields,
  currency,
}: {
  owner: CustomFieldOwner;
  fields: readonly CustomField[];
  currency: string;
}) {
  const [editing, setEditing] = useState<string | null>(null);
  const [order] = useOrderCustomFieldsMutation();
  const move = (at: number, by: number) => {
    const codes = fields.map(({ code }) => code);
    const [moved] = codes.splice(at, 1);
    codes.splice(at + by, 0, moved!);
    void order({ owner, codes });
  };
  return (
    <section className="mt-4">
      <h3 className="mb-1 font-semibold">{OWNERS[owner]}</h3>
      <ul aria-label={`Fields ${OWNERS[owner].toLowerCase()}`}>
        {fields.map((field, at) => (
          <li key={field.code} className="border-b border-line/70 py-1">
            {editing === field.code ? (
              <CustomFieldForm
                owner={owner}
                field={field}
                currency={currency}
                onDone={() => setEditing(null)}
              />
            ) : (
              <FieldRow
                field={field}
                isFirst={at === 0}
                isLast={at === fields.length - 1}
                onMove={(by) => move(at, by)}
                onChange={() => setEditing(field.code)}
              />
            )}
          </li>
        ))}
        {fields.length === 0 && <li className="py-1 text-soft">None yet.</li>}
      </ul>
      <div className="mt-2">
        {editing === '' ? (
          <CustomFieldForm
            owner={owner}
            field={null}
            currency={currency}
            onDone={() => setEditing(null)}
          />
        ) : (
          <Button onClick={() => setEditing('')}>Add a field of {owner}s</Button>
        )}
      </div>
    </section>
  );
}

interface FieldRowProps {
  field: CustomField;
  isFirst: boolean;
  isLast: boolean;
  onMove(by: number): void;
  onChange(): void;
}

function FieldRow({ field, isFirst, isLast, onMove, onChange }: FieldRowProps) {
  const { owner, code, name, kind, choices, isArchived, version } = field;
  const [change, changing] = useChangeCustomFieldMutation();
  const [remove, removing] = useDeleteCustomFieldMutation();
  const say = useSay();
  const archive = async (next: boolean) => {
    const result = await change({
      owner,
      code,
      body: { name, kind, choices, isArchived: next, version },
    });
    if (!result.error) say(next ? `${name} is archived.` : `${name} is offered again.`);
  };
  const arrow = 'rounded-[4px] p-1 text-soft hover:bg-hover disabled:opacity-30';
  const failure = changing.error ?? removing.error;
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3">
        <span className={isArchived ? 'w-[180px] text-soft' : 'w-[180px] font-medium'}>
          {name}
          {isArchived && <span className="ml-1.5 text-[11px] font-normal">archived</span>}
        </span>
        <span className="min-w-[180px] flex-1 text-soft">
          {KIND_NAMES[kind]}
          {choices.length > 0 && `: ${choices.join(', ')}`}
          <span className="ml-2 text-[11px]">{code}</span>
        </span>
        <span className="flex items-center gap-1">
          <button
            type="button"
            className={arrow}
            disabled={isFirst}
            aria-label={`${name} further up`}
            onClick={() => onMove(-1)}
          >
            <ArrowUp size={14} aria-hidden />
          </button>
          <button
            type="button"
            className={arrow}
            disabled={isLast}
            aria-label={`${name} further down`}
            onClick={() => onMove(1)}
          >
            <ArrowDown size={14} aria-hidden />
          </button>
          <Button kind="quiet" className="h-[26px] text-[12px]" onClick={onChange}>
            Change<span className="sr-only"> {name}</span>
          </Button>
          <Button
            kind="quiet"
            className="h-[26px] text-[12px]"
            onClick={() => void archive(!isArchived)}
          >
            {isArchived ? 'Offer again' : 'Archive'}
            <span className="sr-only"> {name}</span>
          </Button>
          {isArchived && (
            <Button
              kind="quiet"
              className="h-[26px] text-[12px]"
              onClick={() => void remove({ owner, code })}
            >
              Delete<span className="sr-only"> {name}</span>
            </Button>
          )}
        </span>
      </div>
      {failure && <FailureNote failure={failure} />}
    </>
  );
}
