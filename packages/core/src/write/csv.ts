/** Tables as CSV (RFC 4180): lines end with CR LF; a field that holds a comma, a quote or a line break is quoted. */
import type { Finding, FlowDocument, TrailDocument } from '../model/documents';

export type Value = string | number | boolean | null;

export function csv(head: readonly string[], rows: readonly (readonly Value[])[]): string {
  return [head, ...rows].map((row) => `${row.map(field).join(',')}\r\n`).join('');
}

/** What a program for tables would take for a formula is set apart by an apostrophe. */
function field(value: Value): string {
  const text = typeof value === 'string' && /^[=+\-@\t\r]/.test(value) ? `'${value}` : String(value ?? '');
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

export function findingsToCsv(findings: readonly Finding[]): string {
  return csv(
    ['rule', 'level', 'component', 'name', 'file', 'line', 'column', 'message', 'effect', 'todo'],
    findings.map((f) => [
      f.rule,
      f.level,
      f.component,
      f.name,
      f.file,
      f.line,
      f.column,
      f.message,
      f.effect ?? null,
      f.todo ?? null,
    ]),
  );
}

/** A line for each mark of the sheet. */
export function marksToCsv(document: FlowDocument): string {
  const cells = new Map(document.cells.map((cell) => [cell.id, cell]));
  const names = new Map(document.components.map((component) => [component.id, component.name]));
  return csv(
    ['value', 'kind', 'lives in', 'component', 'called', 'roles', 'carrier', 'passed on as', 'goes stale'],
    (document.marks ?? []).map((mark) => {
      const cell = cells.get(mark.cell);
      return [
        cell?.name ?? mark.cell,
        cell?.kind ?? '',
        cell?.home ?? '',
        names.get(mark.component) ?? mark.component,
        mark.name,
        mark.roles.join(' '),
        mark.carrier,
        mark.as.join(' '),
        mark.frozen,
      ];
    }),
  );
}

/** A line for each stop of each trail. */
export function trailToCsv(document: TrailDocument): string {
  return csv(
    ['trail', 'direction', 'stop', 'component', 'name', 'role', 'carrier', 'effect', 'file', 'line'],
    document.trails.flatMap(({ direction, stops }, trail) =>
      stops.map((stop, index) => [
        trail + 1,
        direction,
        index + 1,
        stop.component ?? stop.cell,
        stop.name,
        stop.role,
        stop.carrier,
        stop.effect,
        stop.file,
        stop.line,
      ]),
    ),
  );
}
