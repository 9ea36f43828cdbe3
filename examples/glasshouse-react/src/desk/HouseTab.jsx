export const HouseTab = ({ house, current, onPick }) => (
  <button aria-current={current} onClick={onPick}>
    {house.name}
  </button>
);
