/** Components that shall read the value too, though they do not yet. */
import { useMemo } from 'react';
import { useProject } from '../../project/useProject';
import { PickSeveral } from './PickSeveral';

interface Props {
  /** Ids of components. */
  wanted: readonly string[];
  onChange(wanted: string[]): void;
}

export function Wanted({ wanted, onChange }: Props) {
  const { document } = useProject();
  // A name may be of several components; then the file tells them apart.
  const byLabel = useMemo(() => {
    const count = new Map<string, number>();
    for (const { name } of document.components) count.set(name, (count.get(name) ?? 0) + 1);
    return new Map(
      document.components.map(({ id, name, file }) => [(count.get(name) ?? 0) > 1 ? `${name} (${file})` : name, id]),
    );
  }, [document.components]);
  return (
    <PickSeveral
      label="Who else shall read it?"
      placeholder="a component"
      options={byLabel}
      picked={wanted}
      takenBack="no longer wanted"
      onChange={onChange}
    />
  );
}
