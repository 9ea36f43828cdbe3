import { useState } from 'react';

export function withSeason(Inner) {
  return function WithSeason(props) {
    const [season, setSeason] = useState({ name: 'spring' });
    return (
      <div onClick={() => setSeason({ name: 'summer' })}>
        <Inner {...props} season={season} />
      </div>
    );
  };
}
