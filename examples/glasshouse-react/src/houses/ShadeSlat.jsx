import { memo } from 'react';

export const ShadeSlat = memo(({ down, onToggle }) => <button onClick={onToggle}>{down ? '▬' : '▭'}</button>);
