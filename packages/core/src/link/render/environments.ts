/**
 * The providers around a piece of markup, from the inside out, as an expression of “within” and “either”. Equal
 * expressions share a number: written out way by way, nested wrappers with a branch would double it each time.
 */
interface Provider {
  is: 'provider';
  site: number;
  context: number;
}

interface Within {
  is: 'within';
  inner: number;
  outer: number;
}

interface Either {
  is: 'either';
  ways: readonly number[];
}

/** The providers of one context that are met first, and whether some way meets none. */
export interface Met {
  sites: readonly number[];
  open: boolean;
}

/** Nothing stands around. */
export const NOTHING_AROUND = 0;

const NONE_MET: Met = { sites: [], open: true };

export class Environments {
  private readonly all: (Provider | Within | Either)[] = [{ is: 'either', ways: [] }];
  private readonly numbers = new Map<string, number>();
  private readonly met = new Map<string, Met>();

  provider(site: number, context: number): number {
    return this.number(`${site}=${context}`, { is: 'provider', site, context });
  }

  within(inner: number, outer: number): number {
    if (inner === NOTHING_AROUND) return outer;
    if (outer === NOTHING_AROUND) return inner;
    return this.number(`${inner}<${outer}`, { is: 'within', inner, outer });
  }

  either(ways: Iterable<number>): number {
    const several = [...new Set(ways)].sort((a, b) => a - b);
    const [only = NOTHING_AROUND] = several;
    return several.length < 2 ? only : this.number(several.join('|'), { is: 'either', ways: several });
  }

  /** The first providers of a context on the ways out. */
  first(around: number, context: number): Met {
    if (around === NOTHING_AROUND) return NONE_MET;
    const key = `${around}:${context}`;
    let met = this.met.get(key);
    if (!met) {
      met = this.find(around, context);
      this.met.set(key, met);
    }
    return met;
  }

  private find(around: number, context: number): Met {
    const one = this.all[around];
    if (!one) return NONE_MET;
    switch (one.is) {
      case 'provider':
        return one.context === context ? { sites: [one.site], open: false } : NONE_MET;
      case 'within': {
        const inner = this.first(one.inner, context);
        if (!inner.open) return inner;
        const outer = this.first(one.outer, context);
        if (inner.sites.length === 0) return outer;
        return { sites: [...new Set([...inner.sites, ...outer.sites])], open: outer.open };
      }
      case 'either': {
        const ways = one.ways.map((way) => this.first(way, context));
        const sites = [...new Set(ways.flatMap((way) => way.sites))];
        return { sites, open: ways.some((way) => way.open) };
      }
    }
  }

  private number(key: string, one: Provider | Within | Either): number {
    let number = this.numbers.get(key);
    if (number === undefined) {
      number = this.all.push(one) - 1;
      this.numbers.set(key, number);
    }
    return number;
  }
}
