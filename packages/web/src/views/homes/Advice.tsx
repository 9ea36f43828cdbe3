/** What is advised, its first sentence first; those that the last change of a rule of thumb brought about are marked. */
import type { Thumb } from '@vectura/core';
import { Fragment, useState } from 'react';
import { changedIn } from './sentences';
import styles from './Advice.module.css';

export function Advice({ text, thumb }: { text: string; thumb: Thumb }) {
  const [shown, setShown] = useState<{ text: string; thumb: Thumb; before: string | null }>({
    text,
    thumb,
    before: null,
  });
  // Other advice under the same rules is about another value, or wanted by somebody else.
  if (shown.text !== text)
    setShown({ text, thumb, before: JSON.stringify(thumb) === JSON.stringify(shown.thumb) ? null : shown.text });
  return changedIn(text, shown.text === text ? shown.before : null).map(({ sentence, changed }, index) => (
    <Fragment key={sentence}>
      {index > 0 && ' '}
      <Sentence isFirst={index === 0} changed={changed} text={sentence} />
    </Fragment>
  ));
}

function Sentence({ isFirst, changed, text }: { isFirst: boolean; changed: boolean; text: string }) {
  const said = isFirst ? <b>{text}</b> : text;
  return changed ? (
    <mark className={styles.changed} title="Changed by the rule of thumb that was moved last">
      {said}
    </mark>
  ) : (
    said
  );
}
