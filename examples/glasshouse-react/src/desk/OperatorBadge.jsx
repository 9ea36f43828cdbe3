import { useOperator } from '../shared/operator';

export default function OperatorBadgeView() {
  const { operator, handOver } = useOperator();
  return (
    <span>
      on duty: {operator} <button onClick={() => handOver('night desk')}>hand over</button>
    </span>
  );
}

export { OperatorBadgeView as OperatorBadge };
