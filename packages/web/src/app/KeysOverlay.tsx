/** The keys of the view, on one page. */
import { Modal } from '@mantine/core';
import { useLocation } from 'react-router';
import { show } from './desk';
import { KEYS } from './keys';
import { useAppDispatch } from './store';
import styles from './KeysOverlay.module.css';

export function KeysOverlay() {
  const dispatch = useAppDispatch();
  const { pathname } = useLocation();
  const view = pathname.split('/')[3] ?? 'sheet';
  const shown = Object.entries(KEYS).filter(([name]) => name === 'Everywhere' || name.toLowerCase() === view);
  return (
    <Modal opened onClose={() => dispatch(show(null))} title="Keys" size={420}>
      {shown.map(([name, keys]) => (
        <section key={name} className={styles.group}>
          <h2>{name}</h2>
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
