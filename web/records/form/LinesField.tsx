import { Trash2 } from 'lucide-react';
import {
  type Control,
  Controller,
  useFieldArray,
  type UseFormRegister,
  type UseFormSetValue,
} from 'react-hook-form';
import type { Lookups } from '#contract/schemas/list';
import { exponentOf } from '#core/money/currency';
import { formatExact } from '#wording/numbers/format';
import { Button } from '../../ui/Button';
import { Combobox } from '../../ui/Combobox';
import { INPUT } from '../../ui/Field';
import { type FormValues, NEW_LINE, sumOfLines, totalOfLine } from './formValues';
import { useAddProduct } from './useAddProduct';

interface LinesFieldProps {
  control: Control<FormValues>;
  register: UseFormRegister<FormValues>;
  setValue: UseFormSetValue<FormValues>;
  products: Lookups['products'];
  lines: FormValues['lines'];
  currency: string;
  /** List prices are in the reporting currency and fill in only there. */
  isReporting: boolean;
  faultAt(field: string): string | undefined;
}

/** What the amount is made of: product, quantity, price and cost of one. */
export function LinesField({
  control,
  register,
  setValue,
  products,
  lines,
  currency,
  isReporting,
  faultAt,
}: LinesFieldProps) {
  const { fields, append, remove } = useFieldArray({ control, name: 'lines' });
  const decimals = exponentOf(currency);
  const { addLabel, addUnknown } = useAddProduct(products);
  const money = (minor: number) => formatExact(minor, { kind: 'money', currency });
  const choose = (index: number, name: string) => {
    const known = products.find((each) => each.name === name);
    if (!known || !isReporting) return;
    if (known.listPrice && !lines[index]?.unitPrice)
      setValue(`lines.${index}.unitPrice`, known.listPrice);
    if (known.cost && !lines[index]?.unitCost) setValue(`lines.${index}.unitCost`, known.cost);
  };
  const sum = sumOfLines(lines, decimals);
  return (
    <section aria-label="Lines" className="col-span-2">
      {fields.length > 0 && (
        <div role="table" aria-label="Lines of the deal" className="text-[12.5px]">
          <div
            role="row"
            className="grid grid-cols-[minmax(0,1fr)_58px_88px_88px_84px_28px] gap-1.5 pb-1 text-soft"
          >
            {['Product', 'Quantity', 'Price each', 'Cost each', 'Total', ''].map((name, at) => (
              <span role="columnheader" key={name} className={at === 4 ? 'text-right' : ''}>
                {name || <span className="sr-only">Remove</span>}
              </span>
            ))}
          </div>
          {fields.map((field, index) => {
            const total = lines[index] ? totalOfLine(lines[index], decimals) : null;
            const fault = ['product', 'quantity', 'unitPrice', 'unitCost']
              .map((name) => faultAt(`lines/${index}/${name}`))
              .find(Boolean);
            return (
              <div key={field.id} role="row">
                <div className="grid grid-cols-[minmax(0,1fr)_58px_88px_88px_84px_28px] items-center gap-1.5 pb-1">
                  <div role="cell">
                    <Controller
                      control={control}
                      name={`lines.${index}.product`}
                      render={({ field: { value, onChange } }) => (
                        <Combobox
                          aria-label={`Product of line ${index + 1}`}
                          value={value}
                          choices={products.map(toChoice)}
                          onChoose={(name) => {
                            onChange(name);
                            void addUnknown(name);
                            choose(index, name);
                          }}
                          placeholder="Product"
                          addLabel={addLabel}
                        />
                      )}
                    />
                  </div>
                  <div role="cell">
                    <input
                      aria-label={`Quantity of line ${index + 1}`}
                      className={INPUT}
                      inputMode="decimal"
                      {...register(`lines.${index}.quantity`)}
                    />
                  </div>
                  <div role="cell">
                    <input
                      aria-label={`Price each of line ${index + 1}`}
                      className={INPUT}
                      inputMode="decimal"
                      {...register(`lines.${index}.unitPrice`)}
                    />
                  </div>
                  <div role="cell">
                    <input
                      aria-label={`Cost each of line ${index + 1}`}
                      className={INPUT}
                      inputMode="decimal"
                      {...register(`lines.${index}.unitCost`)}
                    />
                  </div>
                  <span role="cell" className="text-right">
                    {total === null ? '–' : money(total)}
                  </span>
                  <span role="cell">
                    <button
                      type="button"
                      aria-label={`Remove line ${index + 1}`}
                      className="rounded-[4px] p-1 text-soft hover:bg-hover"
                      onClick={() => remove(index)}
                    >
                      <Trash2 size={14} aria-hidden />
                    </button>
                  </span>
                </div>
                {fault && (
                  <p role="alert" className="pb-1 text-[12px] text-grade-1">
                    Line {index + 1}: {fault}
                  </p>
                )}
              </div>
            );
          })}
          <p className="pt-1 text-soft">
            {sum === null
              ? 'The lines cannot be added up yet.'
              : `They add up to the amount, ${sum} ${currency}.`}
          </p>
        </div>
      )}
      <Button kind="quiet" className="h-[24px] px-1.5 text-[12px]" onClick={() => append(NEW_LINE)}>
        {fields.length === 0 ? 'Add line items: product, quantity, price' : 'Add a line'}
      </Button>
    </section>
  );
}

function toChoice({ name, code }: Lookups['products'][number]) {
  return { value: name, label: code ? `${name} (${code})` : name };
}
