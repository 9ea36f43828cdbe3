/** What the interface remembers apart from the URL: which overlay is open, how far surveys are. */
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Job } from './api';

interface DeskState {
  overlay: 'finder' | 'keys' | null;
  jobs: Record<string, Job>;
}

const initialState: DeskState = { overlay: null, jobs: {} };

export const desk = createSlice({
  name: 'desk',
  initialState,
  reducers: {
    show(state, action: PayloadAction<DeskState['overlay']>) {
      state.overlay = action.payload;
    },
    jobChanged(state, action: PayloadAction<{ id: string; job: Job }>) {
      state.jobs[action.payload.id] = action.payload.job;
    },
  },
});

export const { show, jobChanged } = desk.actions;
