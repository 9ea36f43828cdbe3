import { createContext, useContext, useMemo, useReducer } from 'react';

const Pressure = createContext(null);

function step(state, action) {
  switch (action.kind) {
    case 'raise':
      return { bar: state.bar + 1 };
    default:
      return state;
  }
}

export function PressureProvider({ start, children }) {
  const [pressure, send] = useReducer(step, { bar: start });
  const value = useMemo(() => ({ pressure, send }), [pressure]);
  return <Pressure.Provider value={value}>{children}</Pressure.Provider>;
}

export function usePressure() {
  const { pressure, send } = useContext(Pressure);
  return [pressure, () => send({ kind: 'raise' })];
}
