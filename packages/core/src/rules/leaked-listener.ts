/** Something started in a component and not ended with it. */
import { named, seat, type Rule } from './rule';

export const leakedListener: Rule = {
  id: 'leaked-listener',
  level: 'warning',
  says: 'A listener, timer or subscription is started in a component and not ended when the component goes.',
  why: 'It goes on for what is no longer there: each time the component comes and goes there is one more of them.',
  todo: 'Return a function from the effect that ends it; in a class, end it in componentWillUnmount.',
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
          const what = topic ? `${name}(“${topic}”)` : name;
          return {
            message: `${component?.name ?? graph.functions[unit]?.fact.name ?? 'A component'} starts ${what} and never ends it: one more goes on each time it comes and goes.`,
            component: component?.name ?? null,
            name: topic || name,
            ...seat(linked, file, at),
            ...named([component]),
            related: [],
          };
        }),
    );
  },
};
