/** What is used of the compiler's own syntax tree. */
export interface Position {
  line: number;
  column: number;
  offset: number;
}
export interface Location {
  start: Position;
  end: Position;
  source: string;
}
export interface Expression {
  content: string;
  loc: Location;
  isStatic?: boolean;
}
export interface Attribute {
  type: number;
  name: string;
  value?: { content: string; loc: Location };
  arg?: Expression;
  exp?: Expression;
  modifiers?: (string | { content: string })[];
  loc: Location;
}
export interface TemplateNode {
  type: number;
  tag?: string;
  tagType?: number;
  props?: Attribute[];
  children?: TemplateNode[];
  content?: unknown;
  loc: Location;
}
