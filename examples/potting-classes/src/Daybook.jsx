import createReactClass from 'create-react-class';
import { Light } from './light';

export const Daybook = createReactClass({
  displayName: 'Daybook',

  getInitialState() {
    return { entries: [] };
  },

  write() {
    this.setState({ entries: [...this.state.entries, { about: this.props.about.plant }] });
  },

  render() {
    return (
      <section>
        <Entries entries={this.state.entries} />
        <Tools onWrite={this.write} onDim={this.props.onDim} />
      </section>
    );
  },
});

const Entries = createReactClass({
  displayName: 'Entries',

  render: function () {
    return (
      <ol>
        {this.props.entries.map((entry, index) => (
          <Entry key={index} entry={entry} />
        ))}
      </ol>
    );
  },
});

function Entry({ entry }) {
  return <li>{entry.about}</li>;
}

function Tools({ onWrite, onDim }) {
  return (
    <p>
      <button onClick={onWrite}>write</button>
      <button onClick={onDim}>dim</button>
      <Light.Consumer>{(light) => <Lamp light={light} />}</Light.Consumer>
    </p>
  );
}

function Lamp({ light }) {
  return <i>{light.name}</i>;
}
