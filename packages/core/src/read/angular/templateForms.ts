/** Forms in templates: which control an element stands for, by the groups around it. */
import {
  TmplAstBoundAttribute,
  type ParseSourceSpan,
  type TmplAstElement,
  type TmplAstTextAttribute,
} from '@angular/compiler';
import type * as t from '@babel/types';
import type { Expressions } from './expressions';
import { controlField } from './forms';
import { memberOf } from '../component/listeners';
import { callingOf } from './listeners';

/** The input by which a component in a form is given what it shows, and asks for its change. */
export const MODEL = 'ngModel';

/** What an element shows of a control, and how it sets it. */
export interface Control {
  /** Null where the control could not be told. */
  bound: t.Expression | null;
  set: t.Expression | null;
  span: ParseSourceSpan;
}

export class Forms {
  /** The group that names are looked up in. */
  private group: t.Expression | null = null;

  constructor(private readonly expressions: Expressions) {}

  /** Reads an element within the group that it opens, with the control that it stands for. */
  within(node: TmplAstElement, read: (control: Control | null) => void): void {
    const before = this.group;
    let control: Control | null = null;
    for (const one of [...node.attributes, ...node.inputs]) {
      if (one.name === 'formGroup') this.group = this.written(one);
      else if (one.name === 'formGroupName' || one.name === 'formArrayName') this.group = this.named(one);
      else if (one.name === 'formControl') control = controlOf(this.written(one), one.sourceSpan);
      else if (one.name === 'formControlName') control = controlOf(this.named(one), one.sourceSpan);
    }
    read(control);
    this.group = before;
  }

  private written(one: TmplAstTextAttribute | TmplAstBoundAttribute): t.Expression | null {
    return one instanceof TmplAstBoundAttribute ? this.expressions.read(one.value) : null;
  }

  /** The control of a name in the group around; any of them where the name is only known at run time. */
  private named(one: TmplAstTextAttribute | TmplAstBoundAttribute): t.Expression | null {
    if (!this.group) return null;
    const at = this.expressions.at(one.sourceSpan.start.offset, one.sourceSpan.end.offset);
    if (!(one instanceof TmplAstBoundAttribute)) return memberOf(this.group, controlField(one.value), at);
    const literal = this.expressions.read(one.value);
    if (literal?.type === 'StringLiteral') return memberOf(this.group, controlField(literal.value), at);
    const controls = memberOf(this.group, 'controls', at);
    return { ...memberOf(controls, '', at), property: literal, computed: true } as t.MemberExpression;
  }
}

function controlOf(control: t.Expression | null, span: ParseSourceSpan): Control {
  return { bound: control && memberOf(control, 'value'), set: control && callingOf(control, 'setValue'), span };
}
