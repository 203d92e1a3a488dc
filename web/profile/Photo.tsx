import { useRef } from 'react';
import * as photosRoutes from '#contract/routes/photos';
import { API, type ResponseOf } from '#contract/routes/route';
import { api, useGetMeQuery } from '../app/api';
import { toSquare } from '../app/squarePicture';
import { initialsOf } from '../charts/initials';
import { useSay } from '../ui/Toasts';

const { useFindPhotoQuery, useSavePhotoMutation, useRemovePhotoMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    findPhoto: build.query<ResponseOf<typeof photosRoutes.findPhoto>, string>({
      query: (code) => ({ route: photosRoutes.findPhoto, params: { code } }),
      providesTags: ['Boards'],
    }),
    savePhoto: build.mutation<object, { code: string; picture: Blob }>({
      query: ({ code, picture }) => ({
        route: photosRoutes.savePhoto,
        params: { code },
        body: picture,
        headers: { 'content-type': picture.type },
      }),
      invalidatesTags: ['Boards'],
    }),
    removePhoto: build.mutation<object, string>({
      query: (code) => ({ route: photosRoutes.removePhoto, params: { code } }),
      invalidatesTags: ['Boards'],
    }),
  }),
});

const SIDE = 256;

/** A salesperson's picture, or initials; changed by themselves or by whoever plans for them. */
export function Photo({ code, name }: { code: string; name: string }) {
  const { data: me } = useGetMeQuery();
  const [save] = useSavePhotoMutation();
  const [remove] = useRemovePhotoMutation();
  const { data } = useFindPhotoQuery(code);
  const has = data !== undefined && data.at !== null;
  const input = useRef<HTMLInputElement>(null);
  const say = useSay();
  const mayChange =
    me !== undefined &&
    (me.role === 'administrator' || me.role === 'manager' || me.unitCode === code);
  const take = async (file: File | undefined) => {
    if (!file) return;
    const picture = await toSquare(file, SIDE, 'image/jpeg').catch(() => null);
    const result = picture && (await save({ code, picture }));
    if (!result || result.error)
      return say(
        result?.error && 'detail' in result.error
          ? result.error.detail
          : 'This is not a picture. Choose a PNG, JPEG or WebP file.',
        { kind: 'fault' },
      );
    say(`The picture of ${name} is changed.`);
  };
  return (
    <span className="flex items-center gap-2">
      {has ? (
        <img
          src={`${API}/units/${encodeURIComponent(code)}/photo?${new URLSearchParams({ at: data.at! })}`}
          alt=""
          width={34}
          height={34}
          className="h-[34px] w-[34px] rounded-full object-cover"
        />
      ) : (
        <span
          aria-hidden
          className="grid h-[34px] w-[34px] place-items-center rounded-full bg-cell text-[13px] font-semibold"
        >
          {initialsOf(name)}
        </span>
      )}
      {mayChange && (
        <>
          <input
            ref={input}
            type="file"
            accept="image/png,image/jpeg,image/webp"
            className="sr-only"
            tabIndex={-1}
            aria-label={`Picture of ${name}`}
            onChange={(event) => {
              void take(event.target.files?.[0]);
              event.target.value = '';
            }}
          />
          <button
            type="button"
            className="text-[11.5px] text-soft underline"
            onClick={() => input.current?.click()}
          >
            {has ? 'Change picture' : 'Add a picture'}
          </button>
          {has && (
            <button
              type="button"
              className="text-[11.5px] text-soft underline"
              onClick={() => void remove(code)}
            >
              Remove
            </button>
          )}
        </>
      )}
    </span>
  );
}
