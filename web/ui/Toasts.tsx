import { X } from 'lucide-react';
import { Toast } from 'radix-ui';
import { createContext, type ReactNode, useCallback, useContext, useMemo, useState } from 'react';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { classNames } from './classNames';

const t = messagesOf('frame', EN_FRAME);

interface Message {
  id: number;
  text: string;
  kind: 'done' | 'fault';
  action?: { label: string; run(): void };
}

type Say = (text: string, options?: { kind?: Message['kind']; action?: Message['action'] }) => void;

const SayContext = createContext<Say>(() => undefined);

/** Says what was done, with the way back where there is one. */
export function useSay(): Say {
  return useContext(SayContext);
}

const LONG_MS = 12_000;
let nextId = 0;

export function Toasts({ children }: { children: ReactNode }) {
  const [messages, setMessages] = useState<Message[]>([]);
  const drop = useCallback(
    (id: number) => setMessages((all) => all.filter((message) => message.id !== id)),
    [],
  );
  const say = useCallback<Say>((text, { kind = 'done', action } = {}) => {
    setMessages((all) => [...all.slice(-1), { id: nextId++, text, kind, action }]);
  }, []);
  const value = useMemo(() => say, [say]);
  return (
    <SayContext value={value}>
      <Toast.Provider duration={LONG_MS} label={t('message')}>
        {children}
        {messages.map((message) => (
          <Toast.Root
            key={message.id}
            type={message.kind === 'fault' ? 'foreground' : 'background'}
            // Escape belongs to what has the focus: a cell that is left must not take the way back
            // along.
            onEscapeKeyDown={(event) => {
              if (!document.activeElement?.closest('[data-toasts]')) event.preventDefault();
            }}
            onOpenChange={(open) => {
              if (!open) drop(message.id);
            }}
            className={classNames(
              'flex items-center gap-3 rounded-sheet border px-4 py-2.5',
              message.kind === 'fault'
                ? 'border-grade-1 bg-danger-soft text-ink'
                : 'border-iron bg-iron text-on-iron',
            )}
          >
            <Toast.Description>{message.text}</Toast.Description>
            {message.action && (
              <Toast.Action altText={message.action.label} asChild>
                <button
                  type="button"
                  className="font-semibold whitespace-nowrap underline underline-offset-2"
                  onClick={message.action.run}
                >
                  {message.action.label}
                </button>
              </Toast.Action>
            )}
            <Toast.Close aria-label={t('dismiss')}>
              <X size={15} />
            </Toast.Close>
          </Toast.Root>
        ))}
        <Toast.Viewport
          data-toasts // Not over the buttons of a form or the sums under a table.
          className="fixed top-[6px] left-1/2 z-60 flex w-max max-w-[min(80vw,680px)] -translate-x-1/2 flex-col gap-2"
        />
      </Toast.Provider>
    </SayContext>
  );
}
