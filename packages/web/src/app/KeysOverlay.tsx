/** The keys of the view, on one page. */
import { Modal } from '@mantine/core';
import { useLocation } from 'react-router';
import { show } from '../project/desk';
import { COMMON_KEYS, VIEWS } from '../views/registry';
import { useAppDispatch } from '../project/store';
import styles from './KeysOverlay.module.css';

export function KeysOverlay() {
  const dispatch = useAppDispatch();
  const { pathname } = useLocation();
  const path = pathname.split('/')[3] ?? VIEWS[0].path;
  const view = VIEWS.find((one) => one.path === path);
  const shown = [{ label: 'Everywhere', keys: COMMON_KEYS }, ...(view ? [view] : [])];
  return (
    <Modal opened onClose={() => dispatch(show(null))} title="Keys" size={420}>
      {shown.map(({ label, keys }) => (
        <section key={label} className={styles.group}>
          <h2>{label}</h2>
          <dl className={styles.keys}>
            {keys.map(([key, does]) => (
              <div key={key}>
                <dt>
                  {key.split(' ').map((one) => (
                    <kbd key={one}>{one}</kbd>
                  ))}
                </dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </Modal>
  );
}
