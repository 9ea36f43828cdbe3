/** What the interface remembers apart from the address: which overlay is open. */
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

interface DeskState {
  overlay: 'finder' | 'keys' | null;
}

const initialState: DeskState = { overlay: null };

export const desk = createSlice({
  name: 'desk',
  initialState,
  reducers: {
    show(state, action: PayloadAction<DeskState['overlay']>) {
      state.overlay = action.payload;
    },
  },
});

export const { show } = desk.actions;
