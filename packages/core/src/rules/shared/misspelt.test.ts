import { misspellingOf } from './misspelt';

test.each([
  ['dept', ['depth', 'soil'], 'depth'],
  ['depht', ['depth'], 'depth'],
  ['dig-deep', ['digDeep'], 'digDeep'],
  ['onclick', ['onClick'], 'onClick'],
  ['dig', ['digs'], 'digs'],
  ['currency', ['currencyCode'], 'currencyCode'],
])('%s of %j is %s', (name, pool, meant) => expect(misspellingOf(name, pool)).toBe(meant));

test.each([
  ['mouseup', ['mousedown']],
  ['id', ['onInvalid', 'ids']],
  ['state', ['style']],
  ['open', ['close']],
  ['add', ['and']],
  ['currency', ['currently']],
  ['beds', ['bedr', 'bedt']],
  ['depth', ['depth']],
])('%s is no slip of %j', (name, pool) => expect(misspellingOf(name, pool)).toBeUndefined());
