'use client';
import { useMemo, useState } from 'react';
import { Almanac } from './Almanac';
import { Dial } from './Dial';
import { Hint } from './Hint';
import { WarmthContext } from './warmth';

// Keeps the warmth, which takes a browser; the almanac below it would not.
export function Layout() {
  const [warmth, setWarmth] = useState(18);
  const value = useMemo(() => ({ warmth, setWarmth }), [warmth]);
  return (
    <WarmthContext.Provider value={value}>
      <Dial />
      <Hint />
      <Almanac />
    </WarmthContext.Provider>
  );
}
