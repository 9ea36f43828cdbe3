/** Hands a file to the browser to be saved; a drawing also as pixels. */

/** The longest side of a picture, in pixels: browsers draw no larger ones. */
const LONGEST = 16_000;

export function save(name: string, content: string | Blob, type = 'text/plain'): void {
  const blob = typeof content === 'string' ? new Blob([content], { type: `${type};charset=utf-8` }) : content;
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  window.setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

export async function savePng(name: string, svg: string): Promise<void> {
  const image = new Image();
  const loaded = new Promise<void>((resolve, reject) => {
    image.onload = () => resolve();
    image.onerror = () => reject(new Error('The drawing could not be turned into a picture. Save it as SVG instead.'));
  });
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await loaded;
  const scale = Math.min(2, LONGEST / image.width, LONGEST / image.height);
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(image.width * scale);
  canvas.height = Math.round(image.height * scale);
  const pen = canvas.getContext('2d');
  if (!pen) throw new Error('This browser does not draw. Save it as SVG instead.');
  pen.drawImage(image, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (!blob) throw new Error('The drawing is too large for a picture. Save it as SVG instead.');
  save(name, blob);
}

/** A file's name from what it shows: letters and digits, the rest as dashes. */
export function fileName(...parts: string[]): string {
  return parts
    .join('-')
    .replace(/[^\p{L}\p{N}.]+/gu, '-')
    .replace(/^-+|(?<!-)-+$/g, '')
    .slice(0, 80);
}
