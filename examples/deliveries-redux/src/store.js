import { configureStore } from '@reduxjs/toolkit';
import vans from './vans';
import filter from './showing';

export const store = configureStore({ reducer: { vans, filter } });
