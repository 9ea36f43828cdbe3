import { InjectionToken } from '@angular/core';

export interface HouseName {
  short: string;
}

/** What the house is called, for whoever shows it. */
export const HOUSE_NAME = new InjectionToken<HouseName>('house name');
