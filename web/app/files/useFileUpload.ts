import { useRef, useState } from 'react';
import type { Problem } from '#contract/errors/problem';
import { API } from '#contract/routes/route';
import { api, TAGS, UNREACHABLE, useGetMeQuery, XLSX_TYPE } from '../api';
import { useAppDispatch } from '../store';

export type Sent<Answer> = { data: Answer } | { error: Problem } | { cancelled: true };

/**
 * Share of the file that the server has taken, 0 to 1; then it works: reads, checks, compares,
 * writes.
 */
export type UploadState =
  { phase: 'idle' } | { phase: 'sending'; share: number } | { phase: 'working' };

/** Sends a file with its progress, and can be told to stop: then nothing of it is kept. */
export function useFileUpload() {
  const { data: me } = useGetMeQuery();
  const dispatch = useAppDispatch();
  const [state, setState] = useState<UploadState>({ phase: 'idle' });
  const running = useRef<XMLHttpRequest | null>(null);

  const send = <Answer>(path: string, file: { blob: Blob; name: string }): Promise<Sent<Answer>> =>
    new Promise((resolve) => {
      const request = new XMLHttpRequest();
      running.current = request;
      const end = (sent: Sent<Answer>) => {
        running.current = null;
        setState({ phase: 'idle' });
        resolve(sent);
      };
      request.open('POST', `${API}${path}`);
      request.setRequestHeader(
        'content-type',
        file.name.endsWith('.xlsx')
          ? XLSX_TYPE
          : file.name.endsWith('.json')
            ? 'application/json'
            : 'text/csv',
      );
      if (me) request.setRequestHeader('x-csrf', me.csrf);
      request.upload.onprogress = ({ loaded, total }) =>
        setState(
          loaded < total ? { phase: 'sending', share: loaded / total } : { phase: 'working' },
        );
      request.onload = () => {
        const answer = parse(request.responseText);
        end(
          request.status < 300
            ? { data: answer as Answer }
            : { error: (answer as Problem | null)?.code ? (answer as Problem) : UNREACHABLE },
        );
      };
      request.onerror = () => end({ error: UNREACHABLE });
      request.onabort = () => end({ cancelled: true });
      setState({ phase: 'sending', share: 0 });
      request.send(file.blob);
    });

  return {
    send,
    state,
    cancel: () => running.current?.abort(),
    forget: () => dispatch(api.util.invalidateTags([...TAGS])),
  };
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
