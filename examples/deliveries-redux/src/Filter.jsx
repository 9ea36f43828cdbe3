import { connect } from 'react-redux';
import { show } from './showing';

function Filter({ title, what, show }) {
  return (
    <p>
      {title}
      <FilterText what={what} />
      <button onClick={() => show({ text: 'first stop' })}>first</button>
    </p>
  );
}

function FilterText({ what }) {
  return <b>{what.text}</b>;
}

export default connect((state) => ({ what: state.filter.what }), { show })(Filter);
