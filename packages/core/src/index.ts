/** The computation behind Vectura: no interface, no Node built-ins. Four phases: read, link, follow, check. */
export * from './model/documents';
export type * from './model/facts';
export { FACTS_VERSION } from './model/facts';
export { sourceKindOf } from './model/sourceFiles';
export {
  familyOf,
  leftOut,
  prepareReaders,
  readFile,
  pack,
  unpack,
  MAX_BYTES,
  TOO_DEEP,
  type SourceFile,
} from './read';
export { BUNDLER_CONFIG } from './link/resolve/bundlerAliases';
export { projectKinds } from './read/projectKinds';
export { isScopedMarkup, isTemplatePage } from './read/families';
export { isAlone } from './read/source';
export { AUTO_IMPORTS } from './link/resolve/autoImports';
export { importedAmong } from './link/resolve/modules';
export { type ProjectInput, type ConfigFile } from './link';
export { Survey } from './survey';
export type { PlanAsked } from './edit';
export type { Mended } from './edit/mending';
export type { Sources } from './edit/texts';
export { NotFound } from './follow/question';
export type { MarginEntry } from './follow/margin';
export { nearest } from './follow/nearNames';
export { RULES, accepts, atLeast } from './rules';
export type { Rule } from './rules/rule';
export { Config, DEFAULT_CONFIG } from './rules/config';
export { Thumb, DEFAULT_THUMB } from './model/thumb';
export { decided } from './homes/decision';
export { toSarif } from './write/sarif';
