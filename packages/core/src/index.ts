/** The computation behind Vectura: no interface, no Node built-ins. Four phases: read, link, follow, check. */
export * from './model/documents';
export type * from './model/facts';
export { FACTS_VERSION } from './model/facts';
export { familyOf, prepareReaders, readFile, pack, unpack, MAX_BYTES, TOO_DEEP, type SourceFile } from './read';
export { BUNDLER_CONFIG } from './link/resolve/bundlerAliases';
export { vueVersions } from './read/versions';
export { AUTO_IMPORTS } from './link/resolve/autoImports';
export { importedAmong } from './link/resolve/modules';
export { type ProjectInput, type ConfigFile } from './link';
export { Survey } from './survey';
export { NotFound } from './follow/question';
export type { MarginEntry } from './follow/margin';
export { nearest } from './follow/nearNames';
export { RULES, accepts, atLeast } from './rules';
export type { Rule } from './rules/rule';
export { Config, DEFAULT_CONFIG } from './rules/config';
export { Thumb, DEFAULT_THUMB } from './homes/thumb';
export { toSarif } from './write/sarif';
