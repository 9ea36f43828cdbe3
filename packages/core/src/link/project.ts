/** What linking starts from. */
import type { FileFacts } from '../model/facts';
import type { ConfigFile } from '../model/paths';

export interface ProjectInput {
  name: string;
  files: readonly FileFacts[];
  configs: readonly ConfigFile[];
  /** How many files were left out, by reason. */
  skipped: Record<string, number>;
}
