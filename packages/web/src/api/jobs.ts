/** How far surveys are, as the server tells it, and how often one was asked for here. */
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Job } from '@vectura/server/schemas';

interface JobsState {
  latest: Record<string, Job>;
  asked: Record<string, number>;
}

const initialState: JobsState = { latest: {}, asked: {} };

export const jobs = createSlice({
  name: 'jobs',
  initialState,
  reducers: {
    jobChanged(state, action: PayloadAction<{ id: string; job: Job }>) {
      state.latest[action.payload.id] = action.payload.job;
    },
    surveyAsked(state, action: PayloadAction<string>) {
      state.asked[action.payload] = (state.asked[action.payload] ?? 0) + 1;
    },
  },
});

export const { jobChanged, surveyAsked } = jobs.actions;
