/** What a view looks like on paper: drawn anew when the page is printed, whole and in the colours of paper. */
import { useEffect, useState } from 'react';
import { createPortal, flushSync } from 'react-dom';

/** `draw` gives the drawing as SVG text; everything it writes is escaped there. */
export function Printed({ draw }: { draw(): string }) {
  const [drawing, setDrawing] = useState('');
  useEffect(() => {
    const before = (): void => flushSync(() => setDrawing(draw()));
    const after = (): void => setDrawing('');
    window.addEventListener('beforeprint', before);
    window.addEventListener('afterprint', after);
    return () => {
      window.removeEventListener('beforeprint', before);
      window.removeEventListener('afterprint', after);
    };
  }, [draw]);
  return drawing === ''
    ? null
    : createPortal(<div className="printed" dangerouslySetInnerHTML={{ __html: drawing }} />, document.body);
}
