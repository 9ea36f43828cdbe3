export function changePlan(plan, action) {
  if (action.type !== 'changed') return plan;
  return plan.map((step) => (step.id === action.id ? { ...step, note: action.note, hour: action.hour } : step));
}
