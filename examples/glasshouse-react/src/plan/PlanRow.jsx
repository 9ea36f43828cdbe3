export function PlanRow({ step, onEdit }) {
  return (
    <p>
      {step.hour}:00 {step.task} {step.note && <em>({step.note})</em>} <button onClick={onEdit}>edit</button>
    </p>
  );
}
