import { Button } from '../ui/Button';
import { INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';

/** A secret that is shown this once, to be copied. `label` is read out with the field. */
export function SecretOnce({
  title,
  label,
  secret,
  onDone,
}: {
  title: string;
  label: string;
  secret: string;
  onDone(): void;
}) {
  const say = useSay();
  return (
    <div role="status" className="mt-3 rounded-sheet border border-ember bg-selected p-3">
      <p className="font-semibold">{title}</p>
      <div className="mt-2 flex gap-2">
        <input
          readOnly
          aria-label={label}
          value={secret}
          onFocus={(event) => event.target.select()}
          className={`${INPUT} font-mono text-[12px]`}
        />
        <Button
          onClick={() => void navigator.clipboard.writeText(secret).then(() => say('Copied.'))}
        >
          Copy
        </Button>
        <Button onClick={onDone}>Done</Button>
      </div>
    </div>
  );
}
