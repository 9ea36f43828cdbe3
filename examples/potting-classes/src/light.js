import { createContext } from 'react';

export const Light = createContext({ name: 'no light' });
