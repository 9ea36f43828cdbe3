/** The computation behind Vectura: no interface, no Node built-ins. Four phases: read, link, follow, check. */
export * from './model/documents';
export type * from './model/facts';
export { FACTS_VERSION } from './model/facts';
export { familyOf, prepareReaders, readFile, pack, unpack, MAX_BYTES, TOO_DEEP, type SourceFile } from './read';
export { BUNDLER_CONFIG } from './read/bundler';
export { vueVersions } from './read/versions';
export { AUTO_IMPORTS } from './link/autoImports';
export { importedAmong } from './link/modules';
export { type ProjectInput, type ConfigFile } from './link';
export { Survey } from './survey';
export { NotFound } from './follow/ask';
export type { MarginEntry } from './follow/margin';
export { nearest } from './follow/names';
export { RULES, accepts, atLeast } from './rules';
export type { Rule } from './rules/rule';
export { Config, DEFAULT_CONFIG } from './rules/config';
export { Thumb, DEFAULT_THUMB } from './homes/thumb';
export { toSarif } from './write/sarif';
