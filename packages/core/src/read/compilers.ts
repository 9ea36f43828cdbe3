import type * as angular from '@angular/compiler';
import type * as vue from '@vue/compiler-sfc';
import type * as svelte from 'svelte/compiler';

/** The compilers of the families whose components are markup. They are large: each is loaded with its family’s reader. */
interface Compilers {
  vue: typeof vue;
  svelte: typeof svelte;
  angular: typeof angular;
}

const loaded: Partial<Compilers> = {};

const LOADERS: { [K in keyof Compilers]: () => Promise<Compilers[K]> } = {
  vue: () => import('@vue/compiler-sfc'),
  svelte: () => import('svelte/compiler'),
  angular: () => import('@angular/compiler'),
};

async function load<K extends keyof Compilers>(family: K): Promise<void> {
  loaded[family] ??= await LOADERS[family]();
}

/** Loads the compiler of a family that has one. */
export async function prepareCompiler(family: string): Promise<void> {
  if (Object.hasOwn(LOADERS, family)) await load(family as keyof Compilers);
}

/** A family’s compiler. Throws where it was not loaded: see `prepareReaders`. */
export function compilerOf<K extends keyof Compilers>(family: K): Compilers[K] {
  const compiler = loaded[family];
  if (!compiler) throw new Error(`The compiler of ${family} has not been loaded.`);
  return compiler;
}
