/** The sentence at the foot of a trail: what its chosen stop does with the value. */
import type { Stop } from '@vectura/core';

export function sayStop(stops: readonly Stop[], at: number, direction: 'down' | 'up') {
  const stop = stops[at];
  const next = stops[at + 1];
  if (!stop) return null;
  // What is passed by hand, and by no component, comes from whoever uses the project.
  const isOutside = [next?.carrier, stop.carrier].some((carrier) => carrier === 'prop' || carrier === 'callback');
  const nobody = isOutside ? 'Someone outside this project' : 'The module';
  const who = stop.component ?? nobody;
  if (direction === 'up')
    return next ? (
      <>
        {who} {at === 0 ? 'calls' : 'passes on'} <b>{stop.name}</b>, which {next.component ?? nobody.toLowerCase()} gave
        it
      </>
    ) : (
      <>
        <b>{stop.name}</b> changes {stop.component === null && isOutside ? 'outside this project' : `in ${who}`}
      </>
    );
  return next ? (
    <>
      {who} passes <b>{stop.name}</b> to {next.component}
      {stop.as !== stop.name && (
        <>
          {' '}
          as <b>{stop.as}</b>
        </>
      )}
    </>
  ) : (
    <>
      {who} uses <b>{stop.name}</b>
      {wordsForUse(stop)}
    </>
  );
}

const USES: Record<string, string> = {
  shown: 'shows it',
  branched: 'decides by it',
  computed: 'computes with it',
  iterated: 'renders one thing for each of it',
  effect: 'runs an effect on it',
  copied: 'copies it once',
};

function wordsForUse(stop: Stop): string {
  const kinds = new Set(
    (stop.proof ?? []).flatMap((proof) => (proof.what === 'used' && proof.use ? [proof.use.split(' ')[0] ?? ''] : [])),
  );
  const words = [...kinds].flatMap((kind) => USES[kind] ?? []);
  return words.length > 0 ? `: ${words.join(', ')}` : '';
}
