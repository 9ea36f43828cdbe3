export const OPERATOR = Symbol('operator');
