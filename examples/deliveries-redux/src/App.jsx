import { VanList } from './VanList';
import { VanCard } from './VanCard';
import Filter from './Filter';

export function App() {
  return (
    <main>
      <Filter title="shown" />
      <VanList />
      <VanCard />
    </main>
  );
}
