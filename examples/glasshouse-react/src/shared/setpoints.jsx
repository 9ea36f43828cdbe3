import { createContext, useContext, useState } from 'react';

export const SetpointContext = createContext();

export function SetpointProvider({ children }) {
  const [targets, setTargets] = useState({});
  const setTarget = (zone, to) => setTargets({ ...targets, [zone]: to });
  const value = { targets, setTarget };
  return <SetpointContext.Provider value={value}>{children}</SetpointContext.Provider>;
}

export function useSetpoints() {
  const setpoints = useContext(SetpointContext);
  if (!setpoints) throw new Error('SetpointProvider is missing');
  return setpoints;
}
