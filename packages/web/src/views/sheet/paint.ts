/** Draws the field of the sheet, and the small one of all of it, on a canvas: only what is in view. */
import { GROUPS, type Group } from '../../parts/carriers';
import { COMPUTED, firstMarkFrom, SHAPES, type Geometry } from './geometry';

export const ROW = 20;

export interface Inks {
  ground: string;
  ink: string;
  hairline: string;
  selected: string;
  amber: string;
  pale: string;
  groups: Record<Group, string>;
}

/** The colours in force, as the style sheet gives them. */
export function inksOf(element: Element): Inks {
  const style = getComputedStyle(element);
  const ink = (name: string): string => style.getPropertyValue(`--${name}`).trim();
  return {
    ground: ink('ground'),
    ink: ink('ink'),
    hairline: ink('hairline'),
    selected: ink('selected'),
    amber: ink('amber'),
    pale: ink('down-pale'),
    groups: { down: ink('down'), up: ink('up'), through: ink('through'), outside: ink('outside'), reach: ink('reach') },
  };
}

/** How firmly a mark is drawn that only what is computed from the value reaches. */
const PALE = 0.38;

const DASHES: Record<Group, number[]> = { down: [], up: [5, 3], through: [1.5, 3.5], outside: [], reach: [3, 2] };

export interface Window {
  /** How far the field is scrolled, in pixels, and how much of it is seen. */
  left: number;
  top: number;
  width: number;
  height: number;
  /** How wide a column is. */
  column: number;
}

export interface Lit {
  row: number;
  column: number;
}

type Pen = CanvasRenderingContext2D;

export function paintField(pen: Pen, geometry: Geometry, seen: Window, lit: Lit, inks: Inks): void {
  const { left, top, width, height, column } = seen;
  pen.clearRect(0, 0, width, height);
  const firstRow = Math.max(0, Math.floor(top / ROW));
  const lastRow = Math.min(geometry.rows - 1, Math.floor((top + height) / ROW));
  const firstColumn = Math.max(0, Math.floor(left / column));
  const lastColumn = Math.min(geometry.columns - 1, Math.floor((left + width) / column));
  const bottom = Math.min(height, geometry.rows * ROW - top);

  pen.fillStyle = inks.selected;
  if (lit.row >= 0) pen.fillRect(0, lit.row * ROW - top, width, ROW);
  if (lit.column >= 0) pen.fillRect(lit.column * column - left, 0, column, bottom);
  pen.fillStyle = inks.hairline;
  for (let row = firstRow; row <= lastRow; row++) pen.fillRect(0, (row + 1) * ROW - top - 1, width, 1);

  for (let c = firstColumn; c <= lastColumn; c++) {
    const from = geometry.from[c] ?? -1;
    const to = geometry.to[c] ?? -1;
    const x = c * column + column / 2 - left;
    const group = GROUPS[geometry.columnGroup[c] ?? 0] ?? 'down';
    const begin = geometry.fromTop[c] ? 0 : from * ROW + ROW / 2;
    const end = to * ROW + ROW / 2;
    if (from >= 0 && end > begin && begin - top <= height && end - top >= 0)
      thread(pen, group, x, Math.max(-40, begin - top), Math.min(height + 40, end - top), (begin - top) % 20, inks);
    const last = geometry.starts[c + 1] ?? 0;
    for (let mark = firstMarkFrom(geometry, c, firstRow); mark < last; mark++) {
      const row = geometry.row[mark] ?? 0;
      if (row > lastRow + 1) break;
      const y = row * ROW + ROW / 2 - top;
      const own = GROUPS[geometry.group[mark] ?? 0] ?? 'down';
      // Where a value is passed on by hand, the thread is drawn firmly into each who takes it.
      if (group === 'down' && row !== from && !((geometry.shapes[mark] ?? 0) & COMPUTED)) {
        pen.strokeStyle = inks.groups[own];
        pen.lineWidth = 1.8;
        pen.setLineDash(DASHES[own]);
        line(pen, x, y - ROW, y);
      }
    }
    pen.setLineDash([]);
    for (let mark = firstMarkFrom(geometry, c, firstRow); mark < last; mark++) {
      const row = geometry.row[mark] ?? 0;
      if (row > lastRow) break;
      const own = GROUPS[geometry.group[mark] ?? 0] ?? 'down';
      const shapes = geometry.shapes[mark] ?? 0;
      pen.globalAlpha = shapes & COMPUTED ? PALE : 1;
      marks(pen, shapes, x, row * ROW + ROW / 2 - top, column, inks.groups[own], inks);
    }
    pen.globalAlpha = 1;
  }
}

function thread(pen: Pen, group: Group, x: number, from: number, to: number, phase: number, inks: Inks): void {
  pen.strokeStyle = group === 'down' ? inks.pale : inks.groups[group];
  pen.lineWidth = group === 'down' ? 1.2 : group === 'outside' ? 1 : 1.7;
  pen.setLineDash(DASHES[group]);
  // Dashes keep to their places while the sheet is scrolled under the window.
  pen.lineDashOffset = -phase;
  if (group === 'outside') {
    line(pen, x - 2, from, to);
    line(pen, x + 2, from, to);
  } else line(pen, x, from, to);
  pen.lineDashOffset = 0;
  pen.setLineDash([]);
}

function line(pen: Pen, x: number, from: number, to: number): void {
  pen.beginPath();
  pen.moveTo(x, from);
  pen.lineTo(x, to);
  pen.stroke();
}

/** The marks of one crossing, side by side and within the column. */
function marks(pen: Pen, bits: number, x: number, y: number, column: number, colour: string, inks: Inks): void {
  const shapes = SHAPES.filter((_, bit) => bits & (1 << bit));
  const size = shapes.length > 1 && shapes.length * 12 > column ? 4 : 5.5;
  const step = size * 2 + 0.5;
  let at = x;
  // Two that have room stand to the right of the thread; more than the column holds stand around it.
  if (x + (shapes.length - 1) * step + size > x + column / 2) at = x - ((shapes.length - 1) * step) / 2;
  for (const shape of shapes) {
    pen.fillStyle = colour;
    if (shape === 'square') pen.fillRect(at - size, y - size, size * 2, size * 2);
    else if (shape === 'triangle') {
      pen.beginPath();
      pen.moveTo(at - size, y + size - 0.8);
      pen.lineTo(at + size, y + size - 0.8);
      pen.lineTo(at, y - size);
      pen.fill();
    } else {
      pen.beginPath();
      pen.arc(at, y, shape === 'disc' ? size : size - 0.6, 0, Math.PI * 2);
      if (shape !== 'disc') pen.fillStyle = inks.ground;
      pen.fill();
      if (shape !== 'disc') {
        pen.strokeStyle = shape === 'stale' ? inks.amber : colour;
        pen.lineWidth = shape === 'stale' ? 2 : 1.7;
        pen.stroke();
      }
      if (shape === 'stale') {
        pen.strokeStyle = inks.ink;
        pen.lineWidth = 1.2;
        pen.beginPath();
        pen.moveTo(at - 4, y + 4);
        pen.lineTo(at + 4, y - 4);
        pen.stroke();
      }
    }
    at += step;
  }
}

/** All of the sheet on a strip: each mark a dot in its place, drilled values firmer than others. */
export function paintOverview(pen: Pen, geometry: Geometry, width: number, height: number, inks: Inks): void {
  pen.clearRect(0, 0, width, height);
  if (geometry.rows === 0 || geometry.columns === 0) return;
  const dx = width / geometry.columns;
  const dy = height / geometry.rows;
  for (let c = 0; c < geometry.columns; c++) {
    const from = geometry.from[c] ?? -1;
    if (from < 0) continue;
    const x = c * dx;
    const group = GROUPS[geometry.columnGroup[c] ?? 0] ?? 'down';
    pen.globalAlpha = 0.25;
    pen.fillStyle = inks.groups[group];
    pen.fillRect(x, from * dy, Math.max(0.5, dx * 0.3), ((geometry.to[c] ?? from) - from + 1) * dy);
    pen.globalAlpha = 0.8;
    for (let mark = geometry.starts[c] ?? 0; mark < (geometry.starts[c + 1] ?? 0); mark++) {
      const own = GROUPS[geometry.group[mark] ?? 0] ?? 'down';
      pen.fillStyle = inks.groups[own];
      pen.fillRect(x, (geometry.row[mark] ?? 0) * dy, Math.max(0.8, dx * 0.7), Math.max(0.8, Math.min(3, dy * 0.8)));
    }
  }
  pen.globalAlpha = 1;
}
