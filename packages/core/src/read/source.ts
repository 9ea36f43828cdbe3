/** A file as it is passed to a reader. */
export interface SourceFile {
  path: string;
  text: string;
  hash: string;
  bytes: number;
  /** The major version of Vue the project around it says it is written for; absent where it says none. */
  vue?: 2 | 3;
}
