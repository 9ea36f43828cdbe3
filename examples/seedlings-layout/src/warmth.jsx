'use client';
import { createContext } from 'react';

export const WarmthContext = createContext(null);
