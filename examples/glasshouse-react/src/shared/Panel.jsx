import { Heading } from './Heading';

const HEADINGS = ['h1', 'h2', 'h3'];

export function Panel({ title, depth = 0, children }) {
  return (
    <section>
      <Heading as={HEADINGS[depth]}>{title}</Heading>
      {children}
    </section>
  );
}
