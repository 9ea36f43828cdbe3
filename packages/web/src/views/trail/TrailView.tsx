/** One value's whole way on one page, read from top to bottom. */
import { useCallback } from 'react';
import { Link } from 'react-router';
import { messageOf } from '../../api/api';
import { Foot } from '../../parts/Foot';
import { Note } from '../../parts/Note';
import { show } from '../../project/desk';
import { useAppDispatch } from '../../project/store';
import { useProject } from '../../project/useProject';
import { CodePanel } from '../shared/CodePanel';
import { Printed } from '../shared/Printed';
import { NoTrail } from './NoTrail';
import { sayStop } from './sayStop';
import { TrailHead } from './TrailHead';
import { TrailStrip } from './TrailStrip';
import { trailSvg } from './trailSvg';
import { useTrail } from './useTrail';
import { WaysPanel } from './WaysPanel';
import { WhyNot } from './WhyNot';
import styles from './TrailView.module.css';

export function TrailView() {
  const { id, document } = useProject();
  const dispatch = useAppDispatch();
  const state = useTrail();
  const { value, to, why, code, data, error, isFetching, down, up, all, chosen, stops, at } = state;
  const { tight, around, unfolded, gaps, sheetLink, change, chooseWay, unfold, setStop } = state;
  const draw = useCallback(() => (chosen ? trailSvg(value, chosen.trail) : ''), [value, chosen]);

  if (value === '')
    return (
      <Note title="Which value?">
        <p>
          <button type="button" className="linked" onClick={() => dispatch(show('finder'))}>
            Find a component or value
          </button>{' '}
          with Ctrl K, or pick one on the <Link to={`/p/${id}/sheet`}>sheet</Link>.
        </p>
      </Note>
    );
  if (error)
    return (
      <Note title={`“${value}” leads nowhere`}>
        <p>{messageOf(error)}</p>
        <p>
          Find another with Ctrl K, or pick one on the <Link to={`/p/${id}/sheet`}>sheet</Link>.
        </p>
      </Note>
    );
  if (!data) return <Note title={isFetching ? `Following ${value} …` : 'Opening …'} />;

  const home = data.homes[0];
  return (
    <>
      <TrailHead data={data} state={state} />
      <Printed draw={draw} />
      <div className={styles.body}>
        <div className={styles.page}>
          {why ? (
            <WhyNot
              value={value}
              to={why}
              onClose={() => change({ why: null })}
              onCode={(where) => change({ code: where })}
            />
          ) : chosen ? (
            <TrailStrip
              key={chosen.key}
              way={chosen}
              ways={all}
              tight={tight}
              around={around ? 2 : 0}
              at={at}
              unfolded={unfolded}
              gaps={gaps}
              onStop={setStop}
              onCode={(where) => change({ code: where })}
              onWay={chooseWay}
              onUnfold={unfold}
            />
          ) : (
            <NoTrail data={data} onCode={(where) => change({ code: where })} />
          )}
        </div>
        <aside className={styles.side} aria-label="Ways">
          {code ? (
            <CodePanel at={code} onClose={() => change({ code: null })} />
          ) : (
            <WaysPanel
              document={data}
              down={down}
              up={up}
              chosen={chosen}
              onChoose={(way) => {
                change({ way: way.key, stop: null, open: null, why: null });
              }}
              to={to}
              onTo={(one) => change({ to: one, way: null, stop: null, open: null })}
              why={why}
              onWhy={(to) => change({ why: to, code: null })}
              sheetLink={sheetLink}
              homesLink={
                home && document.cells.some((cell) => cell.id === home.cellId)
                  ? `/p/${id}/homes?value=${encodeURIComponent(value)}`
                  : null
              }
            />
          )}
        </aside>
      </div>
      <Foot
        keys={[
          ['J K', 'stop by stop'],
          ['R', 'next way'],
          ['C', 'code'],
          ['?', 'keys'],
        ]}
      >
        {why
          ? `Why ${data.asked.name} does not reach ${why.slice(why.lastIndexOf('#') + 1)}`
          : stops[at] && sayStop(stops, at, chosen?.trail.direction ?? 'down')}
      </Foot>
    </>
  );
}
