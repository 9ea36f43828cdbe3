export * from './House';
export { default as Zone } from './Zone';
