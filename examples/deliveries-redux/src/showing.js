export const SHOW = 'filter/show';
export const show = (what) => ({ type: SHOW, what });

export default function filter(state = { what: { text: 'all stops' } }, action) {
  switch (action.type) {
    case SHOW:
      return { ...state, what: action.what };
    default:
      return state;
  }
}
