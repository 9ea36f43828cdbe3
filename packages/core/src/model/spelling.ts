/** Names in the spellings that markup and scripts have for them. */

/** `unit-name` as `unitName`. */
export function camel(name: string): string {
  return name.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase());
}

/** `unit-name` as `UnitName`. */
export function pascal(name: string): string {
  return camel(name).replace(/^[a-z]/, (letter) => letter.toUpperCase());
}
