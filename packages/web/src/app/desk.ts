/** What the interface remembers apart from the URL: which overlay is open, how far surveys are. */
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Job } from './api';

interface DeskState {
  overlay: 'finder' | 'keys' | null;
  jobs: Record<string, Job>;
  /** How often a survey of a project was asked for here. */
  asked: Record<string, number>;
}

const initialState: DeskState = { overlay: null, jobs: {}, asked: {} };

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
    surveyAsked(state, action: PayloadAction<string>) {
      state.asked[action.payload] = (state.asked[action.payload] ?? 0) + 1;
    },
  },
});

export const { show, jobChanged, surveyAsked } = desk.actions;
