import { Heading } from './Heading';

export function Panel({ title, children }) {
  return (
    <section>
      <Heading as="h1">{title}</Heading>
      {children}
    </section>
  );
}
