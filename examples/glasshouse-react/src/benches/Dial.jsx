import { useEffect, useRef } from 'react';
import { Needle } from './Needle';

export function Dial({ turn }) {
  const needle = useRef(null);

  useEffect(() => {
    needle.current?.setAttribute('transform', `rotate(${turn * 180})`);
  }, [turn]);

  return (
    <svg width="24" height="14" viewBox="-12 -12 24 14">
      <Needle ref={needle} />
    </svg>
  );
}
