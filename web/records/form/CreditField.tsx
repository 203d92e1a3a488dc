import { Trash2 } from 'lucide-react';
import {
  type Control,
  Controller,
  useFieldArray,
  type UseFormRegister,
  type UseFormSetValue,
} from 'react-hook-form';
import { Button } from '../../ui/Button';
import { type Choice, Combobox } from '../../ui/Combobox';
import { INPUT } from '../../ui/Field';
import { type FormValues, shareEvenly } from './formValues';

interface CreditFieldProps {
  control: Control<FormValues>;
  register: UseFormRegister<FormValues>;
  setValue: UseFormSetValue<FormValues>;
  people: Choice[];
  /** Who owns the deal; named first. */
  owner: string;
  fault: string | undefined;
}

/** Who gets which part of the credit; the owner first, all parts together 100 %. */
export function CreditField({
  control,
  register,
  setValue,
  people,
  owner,
  fault,
}: CreditFieldProps) {
  const { fields, append, remove, replace } = useFieldArray({ control, name: 'credit' });
  const nameOf = (code: string) => people.find((person) => person.value === code)?.label ?? code;
  const begin = () =>
    replace([
      { salesperson: owner, percent: '50' },
      { salesperson: '', percent: '50' },
    ]);
  const drop = (index: number) => (fields.length <= 2 ? replace([]) : remove(index));
  const evenly = () =>
    shareEvenly(fields.length).forEach((percent, index) =>
      setValue(`credit.${index}.percent`, percent),
    );
  if (fields.length === 0)
    return (
      <div className="col-span-2">
        <Button
          kind="quiet"
          className="h-[24px] px-1.5 text-[12px]"
          disabled={!owner}
          onClick={begin}
        >
          Split the credit with others
        </Button>
      </div>
    );
  return (
    <section aria-label="Credit" className="col-span-2">
      <p className="mb-1 font-medium">Credit</p>
      {fields.map((field, index) => (
        <div
          key={field.id}
          className="grid grid-cols-[minmax(0,1fr)_90px_28px] items-center gap-2 pb-1"
        >
          {index === 0 ? (
            <span className="px-2.5">{nameOf(owner)}</span>
          ) : (
            <Controller
              control={control}
              name={`credit.${index}.salesperson`}
              render={({ field: { value, onChange } }) => (
                <Combobox
                  aria-label={`Person ${index + 1} of the split`}
                  value={value}
                  choices={people.filter((person) => person.value !== owner)}
                  onChoose={onChange}
                  placeholder="Choose a person"
                />
              )}
            />
          )}
          <span className="flex items-center gap-1">
            <input
              aria-label={`Percent of person ${index + 1}`}
              className={INPUT}
              inputMode="decimal"
              {...register(`credit.${index}.percent`)}
            />
            %
          </span>
          {index === 0 ? (
            <span />
          ) : (
            <button
              type="button"
              aria-label={`Take person ${index + 1} out of the split`}
              className="rounded-[4px] p-1 text-soft hover:bg-hover"
              onClick={() => drop(index)}
            >
              <Trash2 size={14} aria-hidden />
            </button>
          )}
        </div>
      ))}
      {fault && (
        <p role="alert" className="pb-1 text-[12px] text-grade-1">
          {fault}
        </p>
      )}
      <div className="flex gap-2">
        <Button
          kind="quiet"
          className="h-[24px] px-1.5 text-[12px]"
          onClick={() => append({ salesperson: '', percent: '' })}
        >
          Add a person
        </Button>
        <Button kind="quiet" className="h-[24px] px-1.5 text-[12px]" onClick={evenly}>
          In equal parts
        </Button>
        <Button kind="quiet" className="h-[24px] px-1.5 text-[12px]" onClick={() => replace([])}>
          Not split
        </Button>
      </div>
    </section>
  );
}
