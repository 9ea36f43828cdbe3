import { Layout } from './Layout';

export function Page() {
  return (
    <main>
      <h1>Seedlings</h1>
      <Layout />
    </main>
  );
}
