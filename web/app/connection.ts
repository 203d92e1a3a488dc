import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export type Connection = 'connecting' | 'on' | 'lost';

/** Whether the page hears of changes; said in the frame when it does not. */
export const liveSlice = createSlice({
  name: 'live',
  initialState: { connection: 'connecting' as Connection, isSessionEnded: false },
  reducers: {
    changeConnection(state, { payload }: PayloadAction<Connection>) {
      state.connection = payload;
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
