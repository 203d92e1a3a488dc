import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api';
import { liveSlice } from './connection';

export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, [liveSlice.name]: liveSlice.reducer },
  middleware: (defaults) => defaults().concat(api.middleware),
});

export type AppDispatch = typeof store.dispatch;
export type RootState = ReturnType<typeof store.getState>;
export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
