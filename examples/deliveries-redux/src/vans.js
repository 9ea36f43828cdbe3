import { createSlice } from '@reduxjs/toolkit';

const slice = createSlice({
  name: 'vans',
  initialState: {
    list: [
      { id: 'v1', driver: { name: 'first driver' }, stops: ['north gate', 'mill'] },
      { id: 'v2', driver: { name: 'second driver' }, stops: ['south gate'] },
    ],
    chosen: { id: 'v1' },
  },
  reducers: {
    choose(state, action) {
      state.chosen = { id: action.payload };
    },
    addStop: (state, { payload }) => ({
      ...state,
      list: state.list.map((van) => (van.id === payload ? { ...van, stops: [...van.stops, 'extra stop'] } : van)),
    }),
  },
});

export const { choose, addStop } = slice.actions;
export default slice.reducer;
