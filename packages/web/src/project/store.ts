/** The application's store: the API's cache and what the interface itself remembers. */
import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from '../api/api';
import { jobs } from '../api/jobs';
import { desk } from './desk';

export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, [desk.name]: desk.reducer, [jobs.name]: jobs.reducer },
  middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
});

export type RootState = ReturnType<typeof store.getState>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
