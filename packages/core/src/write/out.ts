/** What the page writes by itself: needs only a document, and imports no reader. */
export { csv, findingsToCsv, marksToCsv, trailToCsv } from './csv';
export { trailToDot, trailToMermaid } from './trailText';
