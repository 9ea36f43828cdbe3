/** Before anything is selected: three questions worth asking of this project, each a link to its answer. */
import { namesValue } from '../findings/findingsModel';
import { counted } from '../../parts/counted';
import { Link } from 'react-router';
import { useProject } from '../../project/useProject';
import { cellQuestion } from '../../project/question';
import { questionFor, firstAsked, type Column } from './sheetModel';
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
  const first = firstAsked(columns);
  if (first && first.relays > 0) {
    const { cell, relays, readers } = first;
    const value = encodeURIComponent(cellQuestion(document, cell));
    const whose = cell.home === null ? '' : ` of ${cell.home.slice(cell.home.lastIndexOf('#') + 1)}`;
    questions.push({
      asks: `Which way does ${cell.name}${whose} travel?`,
      because: `${counted(relays, 'component')} only ${relays === 1 ? 'carries' : 'carry'} it.`,
      to: link('trail', `value=${value}`),
    });
    questions.push({
      asks: `Where else could ${cell.name} live?`,
      // A function is called, and read by nobody.
      because:
        readers === 0
          ? 'What changes it is called further down.'
          : `${readers} ${readers === 1 ? 'component reads' : 'components read'} it.`,
      to: link('homes', `value=${value}`),
    });
  } else if (first)
    questions.push({
      asks: `Who reads ${first.cell.name}?`,
      because: `${first.readers} ${first.readers === 1 ? 'component does' : 'components do'}.`,
      to: link('trail', `value=${encodeURIComponent(cellQuestion(document, first.cell))}`),
    });
  const worst = document.findings.find((finding) => finding.level === 'error') ?? document.findings[0];
  if (worst)
    questions.push({
      asks: questionFor(worst, namesValue(worst)),
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
