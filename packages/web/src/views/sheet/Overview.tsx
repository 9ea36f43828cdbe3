/** All of the sheet on a strip beside it, with a frame around what is in view: a press or a drag leads there. */
import { useEffect, useRef, type RefObject } from 'react';
import type { Geometry } from './geometry';
import { inksOf, paintOverview } from './paint';
import styles from './SheetGrid.module.css';

const WIDTH = 64;

interface OverviewProps {
  scroller: RefObject<HTMLDivElement | null>;
  geometry: Geometry;
  scheme: string;
  /** The whole sheet: its field, and the outline and heads that stay in place. */
  size: { width: number; height: number; outline: number; head: number };
  pane: { width: number; height: number };
}

export function Overview({ scroller, geometry, scheme, size, pane }: OverviewProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const { width, height, outline, head } = size;
  const fits = width <= pane.width - outline && height <= pane.height - head;
  const tall = Math.max(40, pane.height - head);

  useEffect(() => {
    const pen = canvas.current?.getContext('2d');
    if (fits || !canvas.current || !pen) return;
    const ratio = window.devicePixelRatio || 1;
    canvas.current.width = WIDTH * ratio;
    canvas.current.height = tall * ratio;
    pen.setTransform(ratio, 0, 0, ratio, 0, 0);
    paintOverview(pen, geometry, WIDTH, tall, inksOf(canvas.current));
  }, [geometry, scheme, tall, fits]);

  useEffect(() => {
    const box = scroller.current;
    if (fits || !box) return;
    const follow = (): void => {
      const at = frame.current;
      if (!at) return;
      const part = (length: number, whole: number, room: number): number => Math.min(room, (length / whole) * room);
      at.style.left = `${part(box.scrollLeft, width, WIDTH)}px`;
      at.style.top = `${part(box.scrollTop, height, tall)}px`;
      at.style.width = `${Math.max(6, part(box.clientWidth - outline, width, WIDTH))}px`;
      at.style.height = `${Math.max(6, part(box.clientHeight - head, height, tall))}px`;
    };
    follow();
    box.addEventListener('scroll', follow, { passive: true });
    return () => box.removeEventListener('scroll', follow);
  }, [scroller, fits, width, height, outline, head, tall]);

  if (fits) return null;
  const lead = (event: React.PointerEvent<HTMLDivElement>): void => {
    const box = scroller.current;
    if (!box || event.buttons !== 1) return;
    const at = event.currentTarget.getBoundingClientRect();
    box.scrollLeft = ((event.clientX - at.left) / WIDTH) * width - (box.clientWidth - outline) / 2;
    box.scrollTop = ((event.clientY - at.top) / tall) * height - (box.clientHeight - head) / 2;
  };
  return (
    <div className={styles.overview} style={{ width: WIDTH, paddingTop: head }}>
      <div
        className={styles.strip}
        style={{ height: tall }}
        role="img"
        aria-label={`The whole sheet: ${geometry.rows} rows, ${geometry.columns} columns`}
        title="The whole sheet: press to go there"
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          lead(event);
        }}
        onPointerMove={lead}
      >
        <canvas ref={canvas} style={{ width: WIDTH, height: tall }} aria-hidden />
        <div ref={frame} className={styles.view} />
      </div>
    </div>
  );
}
