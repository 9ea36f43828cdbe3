import React from 'react';
import { Bench } from './Bench';
import { Daybook } from './Daybook';
import { Light } from './light';

const POTS = [
  { id: 'p1', plant: 'fern', size: { wide: 9, deep: 11 } },
  { id: 'p2', plant: 'moss', size: { wide: 7, deep: 6 } },
];

export class App extends React.Component {
  state = { pots: POTS, chosen: POTS[0], shade: { name: 'half shade' } };

  constructor(props) {
    super(props);
    this.choose = this.choose.bind(this);
  }

  choose(pot) {
    this.setState({ chosen: pot });
  }

  dim = () =>
    this.setState((before) => ({ shade: { name: before.shade.name === 'half shade' ? 'shade' : 'half shade' } }));

  render() {
    const { pots, chosen } = this.state;
    return (
      <Light.Provider value={this.state.shade}>
        <Bench pots={pots} chosen={chosen} onChoose={this.choose} />
        <Daybook about={chosen} onDim={this.dim} />
      </Light.Provider>
    );
  }
}
