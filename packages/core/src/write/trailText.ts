/** A trail document as a Mermaid flowchart and as a DOT graph: each stop once, each hop an arrow. */
import type { Effect, Stop, TrailDocument } from '../model/documents';
import { shownName } from './shownName';

interface Node {
  id: string;
  title: string;
  name: string;
  role: Stop['role'];
}

interface Edge {
  from: string;
  to: string;
  label: string;
  up: boolean;
}

const SAYS = {
  same: null,
  renamed: 'renamed',
  part: 'part of it',
  derived: 'computed',
  frozen: 'copied once',
} satisfies Record<Effect, string | null>;

export function trailToMermaid(document: TrailDocument): string {
  const { nodes, edges } = graphOf(document);
  const shapes: Record<Stop['role'], [open: string, close: string]> = {
    home: ['[', ']'],
    reader: ['([', '])'],
    relay: ['((', '))'],
    provider: ['{{', '}}'],
    writer: ['>', ']'],
  };
  const lines = nodes.map(({ id, title, name, role }) => {
    const [open, close] = shapes[role];
    return `  ${id}${open}"${inMermaid(title)}<br/>${inMermaid(name)}"${close}`;
  });
  for (const { from, to, label, up } of edges)
    lines.push(`  ${from} ${up ? '-.->' : '-->'}|"${inMermaid(label)}"| ${to}`);
  return `flowchart TD\n${lines.join('\n')}\n`;
}

export function trailToDot(document: TrailDocument): string {
  const { nodes, edges } = graphOf(document);
  const shapes: Record<Stop['role'], string> = {
    home: 'box',
    reader: 'ellipse',
    relay: 'circle',
    provider: 'hexagon',
    writer: 'triangle',
  };
  const lines = nodes.map(
    ({ id, title, name, role }) => `  ${id} [label="${inDot(title)}\\n${inDot(name)}", shape=${shapes[role]}];`,
  );
  for (const { from, to, label, up } of edges)
    lines.push(`  ${from} -> ${to} [label="${inDot(label)}"${up ? ', style=dashed' : ''}];`);
  return `digraph trail {\n  rankdir=TB;\n${lines.join('\n')}\n}\n`;
}

/** A name from a project as part of a label: what Mermaid takes for markup is written as an entity. */
function inMermaid(text: string): string {
  return shownName(text).replace(/[&<>"`#]/g, (sign) => `#${sign.charCodeAt(0)};`);
}

function inDot(text: string): string {
  return shownName(text).replace(/["\\]/g, '\\$&');
}

/** Stops of several trails that are the same are one node. */
function graphOf(document: TrailDocument): { nodes: Node[]; edges: Edge[] } {
  const nodes = new Map<string, Node>();
  const edges = new Map<string, Edge>();
  const add = (stop: Stop): Node => {
    const key = `${stop.id ?? stop.cell ?? ''}\n${stop.name}`;
    let node = nodes.get(key);
    if (!node) {
      node = { id: `n${nodes.size}`, title: stop.component ?? stop.cell ?? '', name: stop.name, role: stop.role };
      nodes.set(key, node);
    }
    return node;
  };
  for (const { direction, stops } of document.trails)
    stops.forEach((stop, index) => {
      const node = add(stop);
      const before = stops[index - 1];
      if (!before || !stop.carrier) return;
      const from = add(before).id;
      const says = stop.effect ? SAYS[stop.effect] : undefined;
      const label = says ? `${stop.carrier}, ${says}` : stop.carrier;
      edges.set(`${from}>${node.id}>${label}`, { from, to: node.id, label, up: direction === 'up' });
    });
  return { nodes: [...nodes.values()], edges: [...edges.values()] };
}
