import { createContext, useContext, useEffect, useState } from 'react';

export const FeedContext = createContext(null);

const START = [
  { id: 't4-t', value: 27 },
  { id: 't5-t', value: 25 },
];

export function FeedProvider({ children }) {
  const [readings, setReadings] = useState(START);
  const [age, setAge] = useState(0);

  useEffect(() => {
    const timer = setInterval(() => {
      setAge((before) => before + 1);
      setReadings((before) => before.map((r) => ({ ...r, value: r.value + 1 })));
    }, 5000);
    return () => clearInterval(timer);
  }, []);

  const restart = () => {
    setAge(0);
    setReadings(START);
  };

  return <FeedContext.Provider value={{ readings, age, restart }}>{children}</FeedContext.Provider>;
}

export const useFeed = () => useContext(FeedContext);
