'use client';
import { useContext } from 'react';
import { WarmthContext } from './warmth';

export function Hint() {
  const { warmth } = useContext(WarmthContext);
  return <p>{warmth < 18 ? 'Too cold for ferns.' : 'Warm enough.'}</p>;
}
