'use client';
import { useContext } from 'react';
import { WarmthContext } from './warmth';

export function Dial() {
  const { warmth, setWarmth } = useContext(WarmthContext);
  return (
    <p>
      {warmth} degrees
      <button onClick={() => setWarmth(warmth + 1)}>Warmer</button>
      <button onClick={() => setWarmth(warmth - 1)}>Cooler</button>
    </p>
  );
}
