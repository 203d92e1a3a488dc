import { useRef } from 'react';
import { type AwardPicture, DRAWN_PICTURES, ownPictureId } from '#core/contest/contest';
import { otherFault } from '../app/FailureNote';
import { toSquare } from '../app/squarePicture';
import {
  useAddAwardPictureMutation,
  useListAwardPicturesQuery,
  useRemoveAwardPictureMutation,
} from '../figures/contests/api';
import { AwardMark, pictureName } from '../figures/contests/AwardMark';
import { Button } from '../ui/Button';
import { useSay } from '../ui/Toasts';

const SIDE = 192;

/** A picture of the drawn set, or one of the company's own, which can be added here. */
export function PictureChoice({
  value,
  onChange,
}: {
  value: AwardPicture;
  onChange(picture: AwardPicture): void;
}) {
  const { data } = useListAwardPicturesQuery();
  const [add, adding] = useAddAwardPictureMutation();
  const [remove] = useRemoveAwardPictureMutation();
  const input = useRef<HTMLInputElement>(null);
  const say = useSay();
  const choose = async (file: File) => {
    const picture = await toSquare(file, SIDE, 'image/png').catch(() => null);
    const result = picture && (await add(picture));
    if (result?.data) onChange(result.data.picture);
    else
      say(
        (result?.error && otherFault(result.error, [])) ??
          'This is not a picture. Choose a PNG, JPEG or WebP file.',
        { kind: 'fault' },
      );
  };
  const takeAway = async (id: number) => {
    const result = await remove(id);
    if (result.error)
      say(otherFault(result.error, []) ?? 'It could not be removed.', { kind: 'fault' });
    else onChange(DRAWN_PICTURES[0]);
  };
  const own = ownPictureId(value);
  return (
    <div className="flex flex-wrap items-center gap-x-1 gap-y-1">
      <div
        role="group"
        aria-label="Picture"
        className="flex max-h-[150px] flex-wrap gap-1 overflow-y-auto"
      >
        {[...DRAWN_PICTURES, ...(data?.pictures ?? [])].map((picture) => (
          <button
            key={picture}
            type="button"
            aria-pressed={picture === value}
            aria-label={pictureName(picture)}
            onClick={() => onChange(picture)}
            className={`touchable rounded-sheet border p-1 ${picture === value ? 'border-ember bg-selected' : 'border-line hover:bg-hover'}`}
          >
            <AwardMark picture={picture} />
          </button>
        ))}
      </div>
      <input
        ref={input}
        type="file"
        accept="image/png,image/jpeg,image/webp"
        aria-label="Picture file"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) void choose(file);
        }}
      />
      <Button
        kind="quiet"
        className="h-[26px] px-1.5 text-[12px]"
        disabled={adding.isLoading}
        onClick={() => input.current?.click()}
      >
        Own picture…
      </Button>
      {own !== null && (
        <Button
          kind="quiet"
          className="h-[26px] px-1.5 text-[12px]"
          onClick={() => void takeAway(own)}
        >
          Remove<span className="sr-only"> own picture {own}</span>
        </Button>
      )}
    </div>
  );
}
