import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export type Connection = 'connecting' | 'on' | 'lost';

/** Whether the page hears of changes; said in the frame when it does not. */
export const liveSlice = createSlice({
  name: 'live',
  initialState: {
    connection: 'connecting' as Connection,
    isSessionEnded: false,
    /** The oldest answer shown that was kept on this device, ISO 8601; null where all are new. */
    keptSince: null as string | null,
  },
  reducers: {
    changeConnection(state, { payload }: PayloadAction<Connection>) {
      state.connection = payload;
      if (payload === 'on') state.keptSince = null;
    },
    forgetKept(state) {
      state.keptSince = null;
    },
    showKept(state, { payload }: PayloadAction<string>) {
      if (state.keptSince === null || payload < state.keptSince) state.keptSince = payload;
    },
    /** Whoever was signed in is not any more; what they have typed is still on the page. */
    endSession(state) {
      state.isSessionEnded = true;
    },
    renewSession(state) {
      state.isSessionEnded = false;
    },
  },
});
