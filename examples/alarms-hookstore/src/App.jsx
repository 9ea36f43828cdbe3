import { AlarmList } from './AlarmList';
import { Head } from './Head';

export function App() {
  return (
    <main>
      <Head />
      <AlarmList />
    </main>
  );
}
