import { useReducer, useState } from 'react';
import { FIRST_PLAN } from '../data/nursery';
import { Panel } from '../shared/Panel';
import { PlanEditor } from './PlanEditor';
import { PlanRow } from './PlanRow';
import { changePlan } from './changePlan';

export function NightPlan() {
  const [plan, dispatch] = useReducer(changePlan, FIRST_PLAN);
  const [editing, setEditing] = useState(null);
  const step = plan.find((one) => one.id === editing);

  return (
    <Panel title="Tonight">
      {plan.map((one) => (
        <PlanRow key={one.id} step={one} onEdit={() => setEditing(one.id)} />
      ))}
      {step && (
        <PlanEditor
          step={step}
          onSave={(note, hour) => {
            dispatch({ type: 'changed', id: step.id, note, hour });
            setEditing(null);
          }}
        />
      )}
    </Panel>
  );
}
