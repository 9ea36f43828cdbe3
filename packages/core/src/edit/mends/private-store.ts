/** A context or store that each instance makes for itself: made once, by the module; or a service that each provides: that of all. */
import { AngularComponent } from '../angular/component';
import { dropProvider } from '../angular/providers';
import { Impossible } from '../plan';
import { namesIn } from '../syntax/names';
import { spanOf } from '../syntax/tree';
import { componentOf, editable, spotOf, type Mend } from './job';

export const privateStore: Mend = (job) => {
  const { workshop, steps, finding } = job;
  const provider = workshop.editor(componentOf(job).fn);
  if (provider instanceof AngularComponent) {
    const service = finding.name ?? '';
    dropProvider(provider, service, workshop.texts);
    steps.edit(
      `Let ${provider.name} take the ${service} that is there for all, instead of providing its own.`,
      finding.file,
    );
    return;
  }
  const component = editable(job, componentOf(job));
  const { syntax, fn } = component;
  const around = syntax.around(syntax.offset(spotOf(job)));
  const statement = around.findLast((node) => node.type === 'VariableDeclaration');
  if (statement?.type !== 'VariableDeclaration' || statement.declarations.length !== 1)
    throw new Impossible('It is not declared by itself.');
  const body = fn.body.type === 'BlockStatement' ? fn.body.body : [];
  if (!body.includes(statement)) throw new Impossible('It is not declared at the top of the component.');
  const [only] = statement.declarations;
  const name = only?.id.type === 'Identifier' ? only.id.name : null;
  const own = new Set<string>();
  for (const node of body)
    if (node.type === 'VariableDeclaration' && node !== statement)
      for (const { id } of node.declarations) for (const one of namesIn(id)) own.add(one);
  for (const param of fn.params) for (const one of namesIn(param)) own.add(one);
  const used = only?.init ? [...namesIn(only.init)].find((one) => own.has(one)) : undefined;
  if (name === null || used !== undefined)
    throw new Impossible(`It is made from ${used ?? 'what only the component knows'}.`);
  const outer = syntax.ast.program.body.find(
    (node) => spanOf(node).start <= spanOf(fn).start && spanOf(fn).end <= spanOf(node).end,
  );
  if (!outer) throw new Impossible('The component does not stand at the top of its module.');
  const whole = syntax.wholeLines(spanOf(statement));
  workshop.texts.remove(syntax.path, whole.start, whole.end);
  workshop.texts.insert(syntax.path, spanOf(outer).start, `${syntax.source(statement)}\n\n`);
  steps.edit(`Make ${name} once, above ${component.name}.`, finding.file);
};
