import { createContext, useContext, useState } from 'react';

const OperatorContext = createContext({ operator: 'nobody', handOver: () => {} });

export function OperatorProvider({ children }) {
  const [operator, setOperator] = useState('day desk');
  const handOver = (to) => setOperator(to);
  return <OperatorContext.Provider value={{ operator, handOver }}>{children}</OperatorContext.Provider>;
}

export function useOperator() {
  return useContext(OperatorContext);
}
