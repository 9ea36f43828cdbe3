/** The language of a file by its name, fetched when it is first needed. */
import type { LanguageSupport } from '@codemirror/language';

export async function languageFor(path: string): Promise<LanguageSupport> {
  const { javascript } = await import('@codemirror/lang-javascript');
  if (path.endsWith('.vue')) return (await import('@codemirror/lang-vue')).vue();
  if (path.endsWith('.svelte')) {
    const { html } = await import('@codemirror/lang-html');
    const { parser } = javascript({ typescript: true }).language;
    return html({ nestedLanguages: [{ tag: 'script', parser }] });
  }
  if (path.endsWith('.html')) return (await import('@codemirror/lang-html')).html();
  return javascript({ jsx: !/\.[cm]?ts$/.test(path), typescript: /\.[cm]?tsx?$/.test(path) });
}
