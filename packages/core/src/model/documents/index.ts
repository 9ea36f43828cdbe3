/**
 * The documents Vectura speaks, as Zod schemas: the flow document, trails, homes and findings. The command line, the
 * HTTP interface and the published JSON Schemas all come from these definitions.
 */
export * from './words';
export * from './findings';
export * from './flow';
export * from './trail';
export * from './why';
export * from './homes';
export * from './decision';
export * from './plan';
