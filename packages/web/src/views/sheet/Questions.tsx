/** Before anything is selected: three questions worth asking of this project, each a link to its answer. */
import { Link } from 'react-router';
import { useProject } from '../../app/useProject';
import { questionFor } from '../../model/question';
import type { Column } from './sheetModel';
import styles from './Questions.module.css';

interface Question {
  asks: string;
  because: string;
  to: string;
}

export function Questions({ columns }: { columns: readonly Column[] }) {
  const { id, document } = useProject();
  const questions: Question[] = [];
  const link = (view: string, query: string): string => `/p/${id}/${view}?${query}`;
  const carried = [...columns]
    .sort((a, b) => b.relays - a.relays)
    .find((column) => column.relays > 0 && column.cell.home !== null);
  if (carried?.cell.home) {
    const home = carried.cell.home;
    const value = encodeURIComponent(questionFor(document, home, carried.cell.name));
    const name = home.slice(home.lastIndexOf('#') + 1);
    questions.push({
      asks: `Which way does ${carried.cell.name} of ${name} travel?`,
      because: `${carried.relays} components only carry it.`,
      to: link('trail', `value=${value}`),
    });
    questions.push({
      asks: `Where else could ${carried.cell.name} live?`,
      because: `${carried.readers} ${carried.readers === 1 ? 'component reads' : 'components read'} it.`,
      to: link('homes', `value=${value}`),
    });
  } else {
    const read = [...columns].sort((a, b) => b.readers - a.readers).find((column) => column.cell.home !== null);
    if (read?.cell.home)
      questions.push({
        asks: `Who reads ${read.cell.name}?`,
        because: `${read.readers} components do.`,
        to: link('trail', `value=${encodeURIComponent(questionFor(document, read.cell.home, read.cell.name))}`),
      });
  }
  const worst = document.findings.find((finding) => finding.level === 'error') ?? document.findings[0];
  if (worst)
    questions.push({
      asks: worst.component
        ? `What is wrong with ${worst.name ?? ''} in ${worst.component}?`
        : 'What could not be followed?',
      because: worst.message,
      to: link('findings', `at=${document.findings.indexOf(worst)}`),
    });
  return (
    <div className={styles.questions}>
      <h2>Worth asking</h2>
      <ol>
        {questions.map((question) => (
          <li key={question.asks}>
            <Link to={question.to}>{question.asks}</Link>
            <p className="quiet">{question.because}</p>
          </li>
        ))}
      </ol>
      {questions.length === 0 && <p>Nothing here is shared between components yet.</p>}
      <h2>Or</h2>
      <p>
        Click a mark or a name at the head of a column. <Link to="/projects">Open a project of your own</Link>.
      </p>
    </div>
  );
}
