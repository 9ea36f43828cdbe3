/** A field of an Angular component that is taken once: a getter, which is asked anew whenever the component is rendered. */
import type * as t from '@babel/types';
import { fieldOf } from '../../read/script/patterns';
import { walkNodes } from '../../read/script/walk';
import { AngularComponent } from '../angular/component';
import { getter } from '../angular/members';
import { Impossible } from '../plan';
import { withComments } from '../syntax/entries';
import { namesIn } from '../syntax/names';
import { spanOf, type Syntax } from '../syntax/tree';
import { componentOf, type MendJob } from './job';

/** Methods that run once for each instance, as it is made or first shown. */
const ONCE = /^(constructor|ngOnInit)$/;

export function readByGetter(job: MendJob): void {
  const { workshop, steps, finding } = job;
  const component = workshop.editor(componentOf(job).fn);
  const name = finding.name ?? '';
  const member = component instanceof AngularComponent ? component.member(name) : null;
  if (!(component instanceof AngularComponent) || !member || (member.decorators ?? []).length > 0)
    throw new Impossible('The copy is no plain field of the class.');
  const { syntax } = component;
  if (component.isSetOtherwise(name) || component.template.assignments.some((one) => one.name === name))
    throw new Impossible(`${name} is set as well, so what shall win is for you to decide.`);
  const sets = assignmentsTo(component.declared, name);
  const [set, ...others] = sets;
  if (others.length > 0)
    throw new Impossible(`${name} is set in several places, so what shall win is for you to decide.`);
  const taken = set ? set.right : member.value;
  if (!taken || !isCheap(taken, signalsIn(job, syntax.text)))
    throw new Impossible(`${name} is computed in a way that is not to be repeated with each rendering.`);
  const source = syntax.source(taken);
  if (component.isOnPush && !/\(\)$/.test(source) && !isInput(component, taken))
    throw new Impossible(`${component.name} is rendered again only where an input or a signal changes.`);
  if (set) takeAway(job, component, set);
  const type = member.typeAnnotation ? syntax.source(member.typeAnnotation) : '';
  const access = member.accessibility ? `${member.accessibility} ` : '';
  const made = getter(name, source, type).map((one) => `${access}${one}`);
  component.becomes(member, made, workshop.importsOf(syntax.path));
  steps.edit(`Let ${name} give ${source} as it is by then, instead of a copy.`, finding.file);
}

/** `this.first = …` in a class. */
function assignmentsTo(declared: t.ClassDeclaration, name: string): t.AssignmentExpression[] {
  const found: t.AssignmentExpression[] = [];
  walkNodes(declared, (node) => {
    if (node.type !== 'AssignmentExpression' || node.left.type !== 'MemberExpression') return;
    const { object, property, computed } = node.left;
    if (object.type === 'ThisExpression' && fieldOf(property, computed) === name) found.push(node);
  });
  return found;
}

/** Whether an expression only takes what members hold or signals give, or puts such together to a text, a number or an answer. */
function isCheap(node: t.Node, signals: ReadonlySet<string>): boolean {
  const isPart = (part: t.Node): boolean => isCheap(part, signals);
  switch (node.type) {
    case 'ThisExpression':
    case 'StringLiteral':
    case 'NumericLiteral':
    case 'BooleanLiteral':
    case 'NullLiteral':
      return true;
    case 'MemberExpression':
    case 'OptionalMemberExpression':
      return !node.computed && isPart(node.object);
    case 'CallExpression':
      return (
        node.arguments.length === 0 &&
        node.callee.type === 'MemberExpression' &&
        signals.has(fieldOf(node.callee.property, node.callee.computed)) &&
        isPart(node.callee)
      );
    case 'TSNonNullExpression':
      return isPart(node.expression);
    case 'UnaryExpression':
      return isPart(node.argument);
    case 'BinaryExpression':
    case 'LogicalExpression':
      return isPart(node.left) && isPart(node.right);
    case 'ConditionalExpression':
      return isPart(node.test) && isPart(node.consequent) && isPart(node.alternate);
    case 'TemplateLiteral':
      return node.expressions.every(isPart);
    default:
      return false;
  }
}

/** Names of signals that the component, or what holds the value, declares: calling them only reads. */
function signalsIn({ workshop, finding }: MendJob, own: string): Set<string> {
  const texts = [own, ...(finding.related ?? []).map(({ file }) => workshop.texts.read(file) ?? '')];
  return new Set(texts.flatMap((text) => [...text.matchAll(SIGNAL)].flatMap(([, name]) => name ?? [])));
}

const SIGNAL = /\b([\w$]+)\s*(?::[^=\n]+)?=\s*(?:signal|computed|input|model|linkedSignal|toSignal)\b/g;

/** Whether all of an expression is an input of the component. */
function isInput(component: AngularComponent, node: t.Node): boolean {
  if (node.type !== 'MemberExpression' || node.object.type !== 'ThisExpression') return false;
  const member = component.member(fieldOf(node.property, node.computed));
  return (member?.decorators ?? []).some((one) => component.syntax.source(one).startsWith('@Input'));
}

/** Takes the statement away that sets a field, and the method around it where that did nothing else. */
function takeAway({ workshop }: MendJob, component: AngularComponent, set: t.AssignmentExpression): void {
  const { syntax, declared } = component;
  const method = declared.body.body.find(
    (one): one is t.ClassMethod =>
      one.type === 'ClassMethod' && spanOf(one).start <= spanOf(set).start && spanOf(set).end <= spanOf(one).end,
  );
  const statement = method?.body.body.find((one) => one.type === 'ExpressionStatement' && one.expression === set);
  const called = method ? fieldOf(method.key, method.computed) : '';
  if (!method || !statement || !ONCE.test(called))
    throw new Impossible('It is set in a branch, a callback or another method.');
  if (method.params.some((param) => [...namesIn(param)].some((name) => namesIn(set.right).has(name))))
    throw new Impossible(`It is set from what only ${called} is given.`);
  if (method.body.body.length > 1 || called === 'constructor') {
    const { start, end } = syntax.wholeLines(spanOf(statement));
    workshop.texts.remove(syntax.path, start, end);
    return;
  }
  const { start, end } = wholeMember(syntax, method);
  workshop.texts.remove(syntax.path, start, end);
  const imports = workshop.importsOf(syntax.path);
  imports.noteGone({ start, end });
  const all = declared.implements ?? [];
  const hook = all.find((one) => syntax.source(one) === 'OnInit');
  if (!hook) return;
  imports.noteGone(spanOf(hook));
  const [first] = all;
  const next = all[all.indexOf(hook) + 1];
  const before = all[all.indexOf(hook) - 1];
  if (first && all.length === 1)
    workshop.texts.remove(
      syntax.path,
      syntax.text.lastIndexOf('implements', spanOf(first).start),
      spanOf(first).end + 1,
    );
  else if (next) workshop.texts.remove(syntax.path, spanOf(hook).start, spanOf(next).start);
  else if (before) workshop.texts.remove(syntax.path, spanOf(before).end, spanOf(hook).end);
}

/** A method with the comments above it, and the empty line that parts it from the member before. */
function wholeMember(syntax: Syntax, method: t.ClassMethod): { start: number; end: number } {
  const from = withComments(syntax.text, 0, spanOf(method).start);
  const { start, end } = syntax.wholeLines({ start: from, end: spanOf(method).end });
  const gap = /\n[ \t]*\r?\n$/.exec(syntax.text.slice(0, start));
  return { start: gap ? start - gap[0].length + 1 : start, end };
}
