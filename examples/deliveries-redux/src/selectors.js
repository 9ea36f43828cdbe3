import { createSelector } from '@reduxjs/toolkit';

export const selectVans = (state) => state.vans.list;
const selectChosen = (state) => state.vans.chosen;
export const selectVan = createSelector([selectVans, selectChosen], (list, chosen) =>
  list.find((van) => van.id === chosen.id),
);
