/**
 * Facts: what a reader passes for one file. They depend on the file's text and path alone, hold no syntax,
 * and are plain JSON, so that they can be cached, made in parallel and compared. Identifiers are indices into
 * the arrays of the same file.
 */
export * from './place';
export * from './function';
export * from './component';
export * from './site';
export * from './cell';
export * from './channel';
export * from './module';
