/**
 * Code that makes following values expensive, one generator for each shape: what a survey of it costs has to grow as the code
 * does. Every shape is files by path; `size` is what grows.
 */

export interface Shape {
  name: string;
  /** The smallest size; it is measured at this, at twice and at four times as much. */
  size: number;
  files(size: number): Record<string, string>;
}

export const PACKAGE = {
  'package.json': '{ "name": "shape", "dependencies": { "react": "19.0.0", "vue": "3.5.0" } }\n',
};

export function each(size: number, text: (index: number) => string, between = '\n'): string {
  return Array.from({ length: size }, (_, index) => text(index)).join(between);
}
