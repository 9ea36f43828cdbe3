/** The language of a file by its name, fetched when it is first needed. */
import type { LanguageSupport } from '@codemirror/language';
import { sourceKindOf, type Grammar } from '@vectura/core/sources';

const LOADERS = {
  javascript: () => script(false, false),
  typescript: () => script(false, true),
  jsx: () => script(true, false),
  tsx: () => script(true, true),
  vue: async () => (await import('@codemirror/lang-vue')).vue(),
  html: async () => (await import('@codemirror/lang-angular')).angular(),
  svelte: async () => {
    const { html } = await import('@codemirror/lang-html');
    const { parser } = (await script(false, true)).language;
    return html({ nestedLanguages: [{ tag: 'script', parser }] });
  },
} satisfies Record<Grammar, () => Promise<LanguageSupport>>;

async function script(jsx: boolean, typescript: boolean): Promise<LanguageSupport> {
  return (await import('@codemirror/lang-javascript')).javascript({ jsx, typescript });
}

/** Other files that the code view may show are coloured as a script is. */
export async function languageFor(path: string): Promise<LanguageSupport> {
  return LOADERS[sourceKindOf(path)?.grammar ?? 'jsx']();
}
