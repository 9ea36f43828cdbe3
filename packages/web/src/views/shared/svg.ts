/** Drawings as SVG text, in the colours of paper: they are printed, and put into documents of other colours. Pure. */
import type { Role } from '@vectura/core';
import { shapesOf } from '../../parts/Mark';
import { GROUP_OF, type Group } from '../../parts/carriers';

export const PAPER = {
  ground: '#fbfaf6',
  ink: '#1c252c',
  quiet: '#626d75',
  hairline: '#efece4',
  rule: '#d6d1c5',
  amber: '#f3c14b',
  pale: '#a9c4df',
} as const;

export const INK: Record<Group, string> = {
  down: '#1d5c9f',
  up: '#c0432b',
  through: '#0d7a64',
  outside: '#69499c',
  reach: '#8a5c00',
};

export const DASHES: Record<Group, string> = { down: '', up: '5 3', through: '1.5 3.5', outside: '', reach: '3 2' };

const FONT = "'Fira Sans', system-ui, sans-serif";
const MONO = "'Fira Mono', ui-monospace, monospace";

export function escape(text: string): string {
  return text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
}

interface TextStyle {
  size?: number;
  colour?: string;
  bold?: boolean;
  mono?: boolean;
  transform?: string;
  anchor?: 'start' | 'end';
}

export function text(x: number, y: number, says: string, style: TextStyle = {}): string {
  const { size = 12.5, colour = PAPER.ink, bold = false, mono = false, transform, anchor } = style;
  return `<text x="${x}" y="${y}" font-size="${size}" fill="${colour}"${bold ? ' font-weight="600"' : ''}${
    mono ? ` font-family="${MONO}"` : ''
  }${transform ? ` transform="${transform}"` : ''}${anchor ? ` text-anchor="${anchor}"` : ''}>${escape(says)}</text>`;
}

export function line(
  [x1, y1, x2, y2]: readonly [number, number, number, number],
  colour: string,
  width = 1,
  dash = '',
): string {
  return `<line x1="${x1}" y1="${y1}" x2="${x2}" y2="${y2}" stroke="${colour}" stroke-width="${width}"${
    dash ? ` stroke-dasharray="${dash}"` : ''
  }/>`;
}

/** The marks of what a component does with a value, side by side. */
export function mark(x: number, y: number, roles: readonly Role[], frozen: boolean, colour: string): string {
  const size = 5.5;
  return shapesOf(roles, frozen)
    .map((shape, index) => {
      const at = x + index * 11.5;
      if (shape === 'square') return `<rect x="${at - size}" y="${y - size}" width="11" height="11" fill="${colour}"/>`;
      if (shape === 'triangle') return `<path d="M${at - size} ${y + 4.7} h11 l-${size} -10.2 z" fill="${colour}"/>`;
      if (shape === 'disc') return `<circle cx="${at}" cy="${y}" r="${size}" fill="${colour}"/>`;
      const ring = shape === 'stale' ? PAPER.amber : colour;
      const stroke =
        shape === 'stale' ? `<path d="M${at - 4} ${y + 4} l8 -8" stroke="${PAPER.ink}" stroke-width="1.2"/>` : '';
      return `<circle cx="${at}" cy="${y}" r="5" fill="${PAPER.ground}" stroke="${ring}" stroke-width="1.8"/>${stroke}`;
    })
    .join('');
}

export function inkOf(carrier: keyof typeof GROUP_OF | null, otherwise: Group = 'down'): string {
  return INK[carrier ? GROUP_OF[carrier] : otherwise];
}

/** A whole drawing; `title` is read out by whoever does not see it. */
export function drawing(width: number, height: number, title: string, parts: readonly string[]): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${Math.ceil(width)}" height="${Math.ceil(height)}" viewBox="0 0 ${Math.ceil(width)} ${Math.ceil(height)}" font-family="${FONT}" role="img"><title>${escape(title)}</title><rect width="100%" height="100%" fill="${PAPER.ground}"/>${parts.join('')}</svg>`;
}

/** Words in lines of at most so many letters. */
export function wrap(says: string, letters: number): string[] {
  const lines: string[] = [];
  let last = '';
  for (const word of says.split(' ')) {
    if (last !== '' && last.length + word.length + 1 > letters) {
      lines.push(last);
      last = word;
    } else last = last === '' ? word : `${last} ${word}`;
  }
  return [...lines, last];
}
