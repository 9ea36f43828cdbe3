import { forwardRef } from 'react';

export const Needle = forwardRef(function Needle(props, ref) {
  return <line ref={ref} x1="0" y1="0" x2="-10" y2="0" stroke="currentColor" />;
});
