import { Check, Circle } from 'lucide-react';
import { useEffect, useState } from 'react';
import Markdown from 'react-markdown';
import { Link } from 'react-router';
import type { FirstSteps } from '#contract/schemas/firstSteps';
import { useGetFirstStepsQuery } from './api';
import { loadPage } from './texts';

const STEP_WORDS: Readonly<
  Record<FirstSteps[number]['step'], readonly [name: string, to: string]>
> = {
  inviteAccount: ['Invite somebody', '/setup/accounts'],
  setTargets: ['Set a target', '/plan'],
  bookDeal: ['Book a deal', '/deals?book=new'],
  acknowledgeTargets: ['Acknowledge your targets', '/plan'],
  keepView: ['Keep a view', '/standing'],
  makeAlertRule: ['Make an alert rule', '/alerts'],
  writeAction: ['Ask somebody to see to something', '/compare'],
  makeReport: ['Send a view regularly', '/reports'],
};

/** A page of the guide, the first steps of one's role, and the terms. */
export function Guide({ page, onClose }: { page: string; onClose(): void }) {
  return (
    <>
      <Page page={page} />
      <Steps onClose={onClose} />
      <details className="mt-3">
        <summary className="cursor-pointer font-semibold">Terms</summary>
        <Page page="terms" />
      </details>
    </>
  );
}

function Page({ page }: { page: string }) {
  const [text, setText] = useState<string | null>(null);
  const [isMissing, setMissing] = useState(false);
  useEffect(() => {
    let isShown = true;
    loadPage(page).then(
      (loaded) => isShown && setText(loaded),
      () => isShown && setMissing(true),
    );
    return () => {
      isShown = false;
    };
  }, [page]);
  if (isMissing)
    return <p className="text-soft">This page of the guide cannot be read now. Try again later.</p>;
  if (text === null)
    return (
      <p role="status" className="text-soft">
        Loading the guide …
      </p>
    );
  return (
    <Markdown
      components={{
        // The dialog says which page it is.
        h1: () => null,
        h2: ({ children }) => <h3 className="mt-3 mb-1 font-semibold">{children}</h3>,
        ul: ({ children }) => <ul className="list-disc pl-5">{children}</ul>,
        li: ({ children }) => <li className="py-0.5">{children}</li>,
        strong: ({ children }) => <strong className="font-semibold">{children}</strong>,
      }}
    >
      {text}
    </Markdown>
  );
}

function Steps({ onClose }: { onClose(): void }) {
  const { data } = useGetFirstStepsQuery();
  if (!data) return null;
  const open = data.filter(({ isDone }) => !isDone).length;
  return (
    <section aria-labelledby="first-steps" className="mt-4 border-t border-line pt-3">
      <h3 id="first-steps" className="mb-1 font-semibold">
        First steps{' '}
        <span className="font-normal text-soft">
          {open === 0 ? 'all done' : `${data.length - open} of ${data.length} done`}
        </span>
      </h3>
      <ul>
        {data.map(({ step, isDone }) => {
          const [name, to] = STEP_WORDS[step];
          return (
            <li key={step} className="flex items-center gap-2 py-0.5">
              {isDone ? (
                <Check size={14} aria-label="done" className="text-made" />
              ) : (
                <Circle size={12} aria-label="open" className="text-soft" />
              )}
              <Link to={to} onClick={onClose} className="hover:underline">
                {name}
              </Link>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
