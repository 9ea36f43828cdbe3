import React, { Component, PureComponent } from 'react';
import { Light } from './light';

export class Bench extends Component {
  renderPot(pot) {
    const { chosen, onChoose } = this.props;
    return <Pot key={pot.id} pot={pot} isChosen={pot === chosen} onChoose={onChoose} />;
  }

  render() {
    return <ul>{this.props.pots.map((pot) => this.renderPot(pot))}</ul>;
  }
}

class Pot extends PureComponent {
  static defaultProps = { mark: 'plain' };

  state = { turned: 0 };

  turn = () => {
    this.setState({ turned: this.state.turned + 1 });
    this.props.onChoose(this.props.pot);
  };

  render() {
    const { pot, isChosen } = this.props;
    return (
      <li>
        <button onClick={this.turn}>{isChosen ? `(${pot.plant})` : pot.plant}</button>
        <Size size={pot.size} turned={this.state.turned} />
      </li>
    );
  }
}

class Size extends React.Component {
  static contextType = Light;

  render() {
    const { size, turned } = this.props;
    return (
      <em>
        {size.wide} by {size.deep}, turned {turned} times, in {this.context.name}
      </em>
    );
  }
}
