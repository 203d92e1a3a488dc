import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { type ReactNode, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { shippedWord } from '#wording/shipped';
import { nameOfKind } from '#wording/unitKind';
import { useGetMeQuery, useListMeasuresQuery, useListUnitAttainmentsQuery } from '../api';
import { useListCustomersQuery } from '../customers';
import { usePlace } from '../place';
import { findCommands, type NamedCommand } from './commands';
import { withParam } from './withParam';

const t = messagesOf('frame', EN_FRAME);

const SHOWN_AT_MOST = 40;

/** Finds people and units, and does things, from the keyboard. */
export function FindOrDo({ isOpen, onClose }: { isOpen: boolean; onClose(): void }) {
  const place = usePlace();
  const navigate = useNavigate();
  const { search } = useLocation();
  const [typed, setTyped] = useState('');
  const { data: nodes = [] } = useListUnitAttainmentsQuery(
    { period: place.period, measure: place.measure },
    { skip: !isOpen },
  );
  const { data: me } = useGetMeQuery();
  const { data: measures } = useListMeasuresQuery(undefined, { skip: !isOpen });
  const wanted = typed.trim().toLowerCase();
  const matches = (name: string) => name.toLowerCase().includes(wanted);
  const units = nodes
    .filter((node) => matches(node.unit.name) || matches(node.unit.code))
    .slice(0, SHOWN_AT_MOST);
  // By name among all customers one may see; letters of one alone would name too many.
  const { data: found } = useListCustomersQuery(
    { search: wanted, limit: 12 },
    { skip: !isOpen || wanted.length < 2 },
  );
  const customers = wanted.length < 2 ? [] : (found?.customers ?? []);
  const close = () => {
    setTyped('');
    onClose();
  };
  const run = ({ path, param }: NamedCommand) =>
    navigate({
      ...(path && { pathname: path }),
      search: param ? withParam(search, ...param) : search,
    });
  const actions = [
    ...findCommands(typed, me?.role).map((command) => ({
      name: command.name,
      key: command.key,
      run: () => run(command),
    })),
    ...(measures?.measures ?? [])
      .filter((each) => !each.isArchived && (matches(each.name) || matches(shippedWord(each.name))))
      .map((each) => ({
        name: shippedWord(each.name),
        key: undefined,
        run: () => place.go({ measure: each.code }),
      })),
  ];

  return (
    <Dialog.Root
      open={isOpen}
      onOpenChange={(open) => {
        if (!open) close();
      }}
    >
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/35" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[70px] left-1/2 z-50 w-[520px] -translate-x-1/2 overflow-hidden rounded-sheet border border-strong/30 bg-sheet text-ink"
        >
          <Dialog.Title className="sr-only">{t('findOrDo')}</Dialog.Title>
          <Command shouldFilter={false} label={t('findOrDo')}>
            <Command.Input
              autoFocus
              value={typed}
              onValueChange={setTyped}
              placeholder={t('aPersonATeamA')}
              className="h-[42px] w-full border-b border-line bg-transparent px-4 text-[14px] outline-none"
            />
            <Command.List className="max-h-[380px] overflow-y-auto p-1.5">
              {units.length === 0 && actions.length === 0 && customers.length === 0 && (
                <p className="px-3 py-2 text-soft">{t('nothingIsCalledTryA', { typed })}</p>
              )}
              {actions.length > 0 && (
                <Group heading={t('do')}>
                  {actions.map((action) => (
                    <Item
                      key={action.name}
                      value={`do ${action.name}`}
                      onSelect={() => {
                        close();
                        void action.run();
                      }}
                    >
                      <span>{action.name}</span>
                      {action.key && <kbd className="text-soft">{action.key}</kbd>}
                    </Item>
                  ))}
                </Group>
              )}
              {customers.length > 0 && (
                <Group heading={t('customers')}>
                  {customers.map((customer) => (
                    <Item
                      key={customer.id}
                      value={`customer ${customer.id}`}
                      onSelect={() => {
                        close();
                        void navigate({ pathname: `/deals/customers/${customer.id}`, search });
                      }}
                    >
                      <span>{customer.name}</span>
                      <span className="text-soft">{t('customer')}</span>
                    </Item>
                  ))}
                </Group>
              )}
              {units.length > 0 && (
                <Group heading={t('find')}>
                  {units.map(({ unit, attainmentText }) => (
                    <Item
                      key={unit.code}
                      value={`unit ${unit.code}`}
                      onSelect={() => {
                        close();
                        place.go({ unit: unit.code });
                      }}
                    >
                      <span>{unit.name}</span>
                      <span className="text-soft">
                        {nameOfKind(unit.kind)}
                        {attainmentText ? t('ofTarget', { attainmentText }) : ''}
                      </span>
                    </Item>
                  ))}
                </Group>
              )}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Group({ heading, children }: { heading: string; children: ReactNode }) {
  return (
    <Command.Group
      heading={heading}
      className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-[11.5px] [&_[cmdk-group-heading]]:text-soft"
    >
      {children}
    </Command.Group>
  );
}

function Item({
  value,
  onSelect,
  children,
}: {
  value: string;
  onSelect(): void;
  children: ReactNode;
}) {
  return (
    <Command.Item
      value={value}
      onSelect={onSelect}
      className="flex cursor-pointer justify-between gap-4 rounded-[4px] px-3 py-1.5 data-[selected=true]:bg-hover"
    >
      {children}
    </Command.Item>
  );
}
