/** Something started in a component and not ended with it. */
import { named, positionOf, type Rule, remedyIn } from './rule';

/** What is left behind, in words: what is not done, what comes of it, and the call that does it. */
interface Leak {
  does(topic: string | null): string;
  effect(component: string): string;
  end: string;
}

const oneMore = (component: string): string => `Another one keeps running each time ${component} mounts.`;
const listener = (end: string): Leak => ({
  does: (topic) => `never removes ${topic ? `its “${topic}” listener` : 'this listener'}`,
  effect: (component) =>
    `Each time ${component} mounts, one more listener stays behind and runs along with the others.`,
  end,
});

const LEAKS: Record<string, Leak> = {
  addEventListener: listener('removeEventListener'),
  on: listener('off'),
  $on: listener('$off'),
  setInterval: { does: () => 'never clears this interval', effect: oneMore, end: 'clearInterval' },
  setTimeout: {
    does: () => 'never clears this timeout',
    effect: (component) => `It still fires after ${component} is gone.`,
    end: 'clearTimeout',
  },
  subscribe: {
    does: () => 'subscribes and never unsubscribes',
    effect: (component) => `Each time ${component} mounts, one more subscription stays behind.`,
    end: 'the unsubscribe function',
  },
};

function leakOf(name: string, topic: string | null): Leak {
  const known = Object.hasOwn(LEAKS, name) ? LEAKS[name] : undefined;
  const what = topic ? `${name}(“${topic}”)` : `${name}()`;
  return known ?? { does: () => `calls ${what} and never undoes it`, effect: oneMore, end: `whatever undoes ${name}` };
}

export const leakedListener: Rule = {
  id: 'leaked-listener',
  level: 'warning',
  says: 'A component starts a listener, timer or subscription and never ends it.',
  why: 'It outlives the component: each time the component mounts, one more is left running.',
  todo: 'Undo it when the component unmounts.',
  settings: {},
  examples: {
    failing: {
      'src/Clock.jsx': `import { useEffect, useState } from 'react';
export function Clock() {
  const [now, setNow] = useState(0);
  useEffect(() => {
    setInterval(() => setNow(Date.now()), 1000);
  }, []);
  return <b>{now}</b>;
}
`,
    },
    passing: {
      'src/Clock.jsx': `import { useEffect, useState } from 'react';
export function Clock() {
  const [now, setNow] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  return <b>{now}</b>;
}
`,
    },
  },
  check({ linked }) {
    const { program } = linked;
    const { graph } = program;
    return graph.files.flatMap((facts, file) =>
      facts.starts
        .filter((start) => !start.ended)
        .map(({ name, topic, fn, at }) => {
          const unit = program.unitOf(graph.fnAt(file, fn));
          const component = program.component(unit) ?? program.ownerOf(program.runsTogether(unit)[0] ?? -1);
          const leak = leakOf(name, topic);
          const who = component?.name ?? graph.functions[unit]?.fact.name ?? 'A component';
          return {
            message: `${who} ${leak.does(topic)}.`,
            effect: leak.effect(who),
            todo: remedyIn(
              {
                angular: `Call ${leak.end} in ngOnDestroy, or end it with takeUntilDestroyed().`,
                vue: `Call ${leak.end} in onUnmounted (beforeDestroy in Vue 2).`,
                svelte: `Call ${leak.end} in the function that onMount or the effect returns, or in onDestroy.`,
                others: `Call ${leak.end} in the function that the effect returns (componentWillUnmount in a class).`,
              },
              component?.family ?? facts.family,
            ),
            component: component?.name ?? null,
            name: topic || name,
            ...positionOf(linked, file, at),
            ...named([component]),
            related: [],
          };
        }),
    );
  },
};
