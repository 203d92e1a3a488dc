import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export type Connection = 'connecting' | 'on' | 'lost';

/** Whether the page hears of changes; said in the frame when it does not. */
export const liveSlice = createSlice({
  name: 'live',
  initialState: { connection: 'connecting' as Connection },
  reducers: {
    changeConnection(state, { payload }: PayloadAction<Connection>) {
      state.connection = payload;
    },
  },
});
