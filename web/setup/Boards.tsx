import { useState } from 'react';
import { useForm } from 'react-hook-form';
import * as routes from '#contract/routes/boards';
import type { BoardInput, BoardSummary, NewBoard } from '#contract/schemas/board';
import {
  api,
  useGetCompanyQuery,
  useListMeasuresQuery,
  useListUnitAttainmentsQuery,
} from '../app/api';
import { FailureNote, faultAt } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { Button } from '../ui/Button';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import { SecretOnce } from './SecretOnce';

const {
  useListBoardsQuery,
  useCreateBoardMutation,
  useRestoreBoardMutation,
  useWithdrawBoardMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    listBoards: build.query<BoardSummary[], void>({
      query: () => ({ route: routes.listBoards }),
      providesTags: ['Boards'],
    }),
    createBoard: build.mutation<NewBoard, BoardInput>({
      query: (body) => ({ route: routes.createBoard, body }),
      invalidatesTags: ['Boards'],
    }),
    restoreBoard: build.mutation<object, number>({
      query: (id) => ({ route: routes.restoreBoard, params: { id } }),
      invalidatesTags: ['Boards'],
    }),
    withdrawBoard: build.mutation<object, number>({
      query: (id) => ({ route: routes.withdrawBoard, params: { id } }),
      invalidatesTags: ['Boards'],
    }),
  }),
});

interface Values {
  name: string;
  units: string[];
  measure: string;
  seconds: number;
}

const EMPTY: Values = { name: '', units: [], measure: 'revenue', seconds: 20 };

/** Screens for the wall: made here, opened by a link that shows only that board, withdrawn here. */
export function Boards() {
  const { data: boards, error } = useListBoardsQuery();
  const { data: company } = useGetCompanyQuery();
  const { data: nodes = [] } = useListUnitAttainmentsQuery(
    { period: company?.currentPeriod ?? '' },
    { skip: !company },
  );
  const { data: measures } = useListMeasuresQuery();
  const [create, creating] = useCreateBoardMutation();
  const [withdraw] = useWithdrawBoardMutation();
  const [restore] = useRestoreBoardMutation();
  const [made, setMade] = useState<NewBoard | null>(null);
  const { register, handleSubmit, reset } = useForm<Values>({ defaultValues: EMPTY });
  const say = useSay();
  const bringBack = async ({ id, name }: BoardSummary) => {
    const result = await restore(id);
    say(
      result.error
        ? 'It was not brought back. Try again.'
        : `“${name}” shows again, by the same link.`,
      { kind: result.error ? 'fault' : 'done' },
    );
  };
  const units = nodes.filter((node) => node.unit.kind !== 'salesperson');
  const nameOf = (code: string) => nodes.find((node) => node.unit.code === code)?.unit.name ?? code;
  const submit = handleSubmit(async ({ name, units: chosen, measure, seconds }) => {
    const result = await create({
      name,
      settings: { units: chosen, measure, seconds: Number(seconds) },
    });
    if (result.error) return;
    setMade(result.data);
    reset(EMPTY);
  });
  return (
    <>
      <p className="text-soft">
        A board shows the ladder, today and the month of the units you choose, one after another, on
        a screen without keyboard or mouse. Whoever has its link sees it without signing in, and
        nothing else.
      </p>
      {error && <FailureNote failure={error} />}
      {made && (
        <SecretOnce
          title={`Copy the link of “${made.board.name}” now and open it on the screen; it is not shown again.`}
          label="The link of the board"
          secret={`${location.origin}/board/${made.secret}`}
          onDone={() => setMade(null)}
        />
      )}
      <ul className="mt-3">
        {boards?.map((board) => (
          <li
            key={board.id}
            className="flex items-center justify-between gap-4 border-t border-line py-1.5"
          >
            <span>
              <span className="font-medium">{board.name}</span>
              <span className="ml-3 text-soft">
                {board.settings.units.map(nameOf).join(', ')}; {board.settings.seconds} seconds
                each; made <Moment at={board.createdAt} isDayOnly /> by {board.userName}
              </span>
            </span>
            <Button
              kind="danger"
              onClick={() =>
                void withdraw(board.id).then((result) =>
                  say(
                    result.error
                      ? 'It was not withdrawn. Try again.'
                      : `“${board.name}” is withdrawn: its link shows nothing any more.`,
                    result.error
                      ? { kind: 'fault' }
                      : { action: { label: 'Undo', run: () => void bringBack(board) } },
                  ),
                )
              }
            >
              Withdraw<span className="sr-only"> {board.name}</span>
            </Button>
          </li>
        ))}
        {boards?.length === 0 && (
          <li className="border-t border-line py-1.5 text-soft">There is none yet.</li>
        )}
      </ul>
      <form
        aria-label="New board"
        onSubmit={(event) => void submit(event)}
        className="mt-3 grid grid-cols-[1fr_190px_130px] gap-x-3 gap-y-2 max-desk:grid-cols-1"
      >
        <Field
          label="Name of the new board"
          fault={faultAt(creating.error, 'name') && 'Say where it hangs.'}
        >
          <input
            className={INPUT}
            placeholder="for example: hall of Saltmarsh"
            maxLength={80}
            {...register('name')}
          />
        </Field>
        <Field label="Measure">
          <select className={INPUT} {...register('measure')}>
            {(measures?.measures ?? [])
              .filter((each) => !each.isArchived)
              .map((each) => (
                <option key={each.code} value={each.code}>
                  {each.name}
                </option>
              ))}
          </select>
        </Field>
        <Field
          label="Seconds per unit"
          fault={faultAt(creating.error, 'settings/seconds') && 'Between 5 and 600.'}
        >
          <input
            className={INPUT}
            type="number"
            min={5}
            max={600}
            {...register('seconds', { valueAsNumber: true })}
          />
        </Field>
        <fieldset className="col-span-3">
          <legend className="mb-1 font-medium">
            Units, in the order of the tree
            {faultAt(creating.error, 'settings/units') && (
              <span className="ml-2 text-grade-1">Choose one at least.</span>
            )}
          </legend>
          <div className="flex max-h-[150px] flex-wrap gap-x-4 gap-y-1 overflow-y-auto">
            {units.map(({ unit, depth }) => (
              <label key={unit.code} className="flex items-center gap-1.5">
                <input type="checkbox" value={unit.code} {...register('units')} />
                {depth > 1
                  ? `${unit.name} (${nameOf(nodes.find((node) => node.unit.code === unit.code)?.parent ?? '')})`
                  : unit.name}
              </label>
            ))}
          </div>
        </fieldset>
        <div className="col-span-3">
          <Button type="submit" kind="main" disabled={creating.isLoading}>
            Make the board
          </Button>
        </div>
      </form>
    </>
  );
}
