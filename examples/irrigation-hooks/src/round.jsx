import { createContext, use } from 'react';

const Round = createContext([]);

export function RoundProvider({ rounds, children }) {
  return <Round value={rounds}>{children}</Round>;
}

export const useRounds = () => use(Round);
