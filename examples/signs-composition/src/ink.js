import { createContext } from 'react';

export const Ink = createContext(null);
