/** Something started in a component and not ended with it. */
import { staying } from './shared/scopeExamples';
import { listening } from './shared/webComponentExamples';
import { ServiceHomes } from '../follow/serviceHomes';
import type { Linked } from '../link';
import type { ComponentInfo } from '../link/program/program';
import type { Graph } from '../link/graph/graph';
import { FAMILIES } from '../model/families';
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
  '$rootScope.$on': listener('the function that it returns'),
  setInterval: { does: () => 'never clears this interval', effect: oneMore, end: 'clearInterval' },
  $interval: { does: () => 'never cancels this interval', effect: oneMore, end: '$interval.cancel' },
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

/** A service that outlives whoever subscribes, for the examples. */
const FEED = `import { Injectable } from '@angular/core';
import { BehaviorSubject } from 'rxjs';
@Injectable({ providedIn: 'root' })
export class Feed {
  readonly age = new BehaviorSubject(0);
  grow() {
    this.age.next(this.age.value + 1);
  }
}
`;

/** Whether a value is one that the component does not hold: what tells it is there when the component is gone. */
function stays(graph: Graph, source: number, component: ComponentInfo | undefined, homes: ServiceHomes): boolean {
  const shared = (place: number): boolean => {
    const file = graph.fileOf(place);
    return (graph.files[file]?.cells ?? []).some(
      (cell) =>
        cell.shared &&
        /^(service|store)$/.test(cell.kind) &&
        isAt(graph, place, cell.value) &&
        !(component && homes.isProvidedBy(cell.shared, file, component.fn)),
    );
  };
  return graph.trace(source).some(({ place, path }) => path.length === 0 && shared(place));
}

function isAt(graph: Graph, place: number, local: number): boolean {
  return graph.at(graph.fileOf(place), local) === place;
}

/**
 * Whether a component is only rendered by the page itself, once: it goes when the page does. What a page declares in a script of its own, and
 * nobody is seen to render, is that page's.
 */
function isThereForGood({ program, render }: Linked, { fn, file, family }: ComponentInfo): boolean {
  if (!FAMILIES[family].pagesRender) return false;
  const isPage = (of: number): boolean => /\.html?$/.test(program.graph.path(of));
  const sites = program.sitesOf(fn);
  if (sites.length === 0) return isPage(file);
  return sites.every((site) => {
    const entry = program.graph.sites[site];
    return (
      entry !== undefined &&
      isPage(entry.file) &&
      entry.fact.repeat === 'once' &&
      (render.authors[site] ?? null) === null
    );
  });
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
  examplesIn: {
    scope: {
      failing: staying('', ''),
      passing: staying('var off = ', `\n  $scope.$on('$destroy', off);`),
    },
    lwc: {
      failing: listening(''),
      passing: listening(`
  disconnectedCallback() {
    window.removeEventListener('resize', this.measure);
  }`),
    },
    angular: {
      failing: {
        'src/feed.ts': FEED,
        'src/clock.ts': `import { Component } from '@angular/core';
import { Feed } from './feed';
@Component({ selector: 'app-clock', template: '<b>{{ age }}</b>' })
export class Clock {
  age = 0;
  constructor(private feed: Feed) {}
  ngOnInit() {
    this.feed.age.subscribe((age) => {
      this.age = age;
    });
  }
}
`,
      },
      passing: {
        'src/feed.ts': FEED,
        'src/clock.ts': `import { Component } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Feed } from './feed';
@Component({ selector: 'app-clock', template: '<b>{{ age }}</b>' })
export class Clock {
  age = 0;
  constructor(private feed: Feed) {
    this.feed.age.pipe(takeUntilDestroyed()).subscribe((age) => {
      this.age = age;
    });
  }
}
`,
      },
    },
  },
  check({ linked }) {
    const { program } = linked;
    const { graph } = program;
    const homes = new ServiceHomes(linked);
    return graph.files.flatMap((facts, file) =>
      facts.starts
        .filter((start) => !start.ended)
        .flatMap(({ name, topic, fn, at, of }) => {
          const unit = program.unitOf(graph.fnAt(file, fn));
          const component = program.component(unit) ?? program.ownerOf(program.runsTogether(unit)[0] ?? -1);
          if (of !== undefined && !stays(graph, graph.at(file, of), component, homes)) return [];
          if (component && isThereForGood(linked, component)) return [];
          const leak = leakOf(name, topic);
          const who = component?.name ?? graph.functions[unit]?.fact.name ?? 'A component';
          return {
            message: `${who} ${leak.does(topic)}.`,
            effect: leak.effect(who),
            todo: remedyIn(
              {
                angular:
                  name === 'subscribe'
                    ? 'End it with takeUntilDestroyed(), or keep it and call unsubscribe() in ngOnDestroy.'
                    : `Call ${leak.end} in ngOnDestroy.`,
                scope:
                  name === '$rootScope.$on'
                    ? 'Keep the function that it returns, and call that in $scope.$on("$destroy", …) or $onDestroy.'
                    : name === '$interval'
                      ? 'Keep what it returns, and call $interval.cancel() with it in $scope.$on("$destroy", …) or $onDestroy.'
                      : `Call ${leak.end} in $scope.$on("$destroy", …) or $onDestroy.`,
                lwc: `Keep what was added in a field, and call ${leak.end} with it in disconnectedCallback.`,
                vue: `Call ${leak.end} in onUnmounted (beforeDestroy in Vue 2).`,
                svelte: `Call ${leak.end} in the function that onMount or the effect returns, or in onDestroy.`,
                others: `Call ${leak.end} in the function that the effect returns (componentWillUnmount in a class).`,
              },
              component?.family ?? facts.family,
            ),
            component: component?.name ?? null,
            name: topic || name,
            // It fires once more at most, and is over then.
            level: name === 'setTimeout' ? 'note' : undefined,
            ...positionOf(linked, file, at),
            ...named([component]),
            related: [],
          };
        }),
    );
  },
};
