import type * as t from '@babel/types';

export interface DeclaredProps {
  types: t.ObjectExpression | null;
  defaults: t.ObjectExpression | null;
  /** The fields of an older context it provides, and those it reads. */
  provides: t.ObjectExpression | null;
  reads: t.ObjectExpression | null;
}
