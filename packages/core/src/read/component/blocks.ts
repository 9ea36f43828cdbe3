/** Blocks of a component's file by their tags alone, for what comes before parsing. It takes as long as the text is, whatever is left open. */

export interface Block {
  start: number;
  end: number;
  attributes: string;
  /** Where its content is. */
  from: number;
  to: number;
}

/** The blocks of a name that are closed again. */
export function blocksOf(text: string, name: string): Block[] {
  const blocks: Block[] = [];
  const [opening, closing] = [`<${name}`, `</${name}>`];
  for (let start = text.indexOf(opening); start >= 0;) {
    const tag = start + opening.length;
    if (!/[\s>]/.test(text[tag] ?? '')) {
      start = text.indexOf(opening, tag);
      continue;
    }
    const from = text.indexOf('>', tag) + 1;
    const to = from === 0 ? -1 : text.indexOf(closing, from);
    // Whatever comes after one that is left open is left open as well.
    if (to < 0) break;
    const end = to + closing.length;
    blocks.push({ start, end, attributes: text.slice(tag, from - 1), from, to });
    start = text.indexOf(opening, end);
  }
  return blocks;
}

/** The text with some blocks made blank; lines and columns stay. */
export function withoutBlocks(text: string, name: string): string {
  let blanked = '';
  let at = 0;
  for (const { start, end } of blocksOf(text, name)) {
    blanked += text.slice(at, start) + blank(text.slice(start, end));
    at = end;
  }
  return blanked + text.slice(at);
}

/** The text with everything but some blocks made blank. */
export function onlyBlocks(text: string, name: string): string {
  let blanked = '';
  let at = 0;
  for (const { start, end } of blocksOf(text, name)) {
    blanked += blank(text.slice(at, start)) + text.slice(start, end);
    at = end;
  }
  return blanked + blank(text.slice(at));
}

/** As much room as a text takes, and as many lines. */
export function blank(text: string): string {
  return text.replace(/[^\n]/g, ' ');
}
