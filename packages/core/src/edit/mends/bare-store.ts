/** What holds a value, used where the value was meant: read by its field, its sign, or its hook. */
import { Impossible } from '../plan';
import { editable, componentOf, familyOf, offsetOf, type Mend, type MendJob } from './job';

export const bareStore: Mend = (job) => {
  const { finding, workshop } = job;
  const name = finding.name ?? '';
  const offset = offsetOf(job);
  const text = workshop.texts.original(finding.file);
  if (
    name === '' ||
    text.slice(offset, offset + name.length) !== name ||
    /[\w$]/.test(text[offset + name.length] ?? '')
  )
    throw new Impossible('It is not named where it is used.');
  const made = madeAs(job);
  const family = familyOf(job);
  if (family === 'svelte' && /^(writable|readable|derived)$/.test(made)) {
    workshop.texts.insert(finding.file, offset, '$');
    job.steps.edit(`Read $${name}, which is its value.`, finding.file);
  } else if (family === 'vue' && /^(ref|shallowRef|computed)$/.test(made)) {
    workshop.texts.insert(finding.file, offset + name.length, '.value');
    job.steps.edit(`Read ${name}.value.`, finding.file);
  } else if (made === 'useRef') {
    workshop.texts.insert(finding.file, offset + name.length, '.current');
    job.steps.edit(`Read ${name}.current.`, finding.file);
  } else if (made === 'atom') byHook(job, name, offset);
  else throw new Impossible('Vectura does not know how the value of this one is read.');
};

/** What a component makes of an atom is read by a hook, at its top, and used under a name of its own. */
function byHook(job: MendJob, name: string, offset: number): void {
  const { workshop, finding, steps } = job;
  const component = editable(job, componentOf(job));
  const imports = workshop.importsOf(component.path);
  const local = component.claim(`${name.replace(/Atom$/, '')}Value`);
  component.readFrom(local, `${imports.named('jotai', 'useAtomValue')}(${name})`);
  workshop.texts.replace(finding.file, offset, offset + name.length, local);
  steps.edit(`Read ${name} by its hook, as ${local}.`, finding.file);
}

/** The function that made it, as the line says where it is made. */
function madeAs({ finding, workshop }: MendJob): string {
  const [at] = finding.related;
  if (!at) return '';
  const line = workshop.texts.original(at.file).split('\n')[at.line - 1] ?? '';
  return /=\s*(?:\w+\.)?(\w+)\s*(?:<[^>]*>)?\(/.exec(line)?.[1] ?? '';
}
