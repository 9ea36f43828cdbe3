/** What the page itself writes: these need a document alone, and none of the readers. */
export { csv, findingsToCsv, marksToCsv, trailToCsv } from './csv';
export { trailToDot, trailToMermaid } from './trailText';
