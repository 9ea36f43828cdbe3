/** Routers: what they read from the address is a cell that no component holds. */
import type { CallReader, Library } from '../library';
import { spotOf } from '../../script/builder';
import { readArguments } from '../../script/calls';
import { readOutlet, readRouteElements, readRouteTable, readUseRoutes } from './routeTable';
import { keyedCell } from '../stores/cells';

function addressPart(name: string): CallReader {
  return (r, node) => {
    r.seen.hooks = true;
    r.b.handOut(readArguments(r, node), name, r.fn, spotOf(node));
    return keyedCell(r, 'url', name, `url:${name}`, spotOf(node)).value;
  };
}

/** `const [search, setSearch] = useSearchParams()`. */
const useSearchParams: CallReader = (r, node) => {
  r.seen.hooks = true;
  const at = spotOf(node);
  r.b.handOut(readArguments(r, node), 'useSearchParams', r.fn, at);
  const cell = keyedCell(r, 'url', 'search', 'url:search', at);
  const pair = r.b.place('object', '', r.fn, at);
  r.b.flow(cell.value, pair, 'put', '0');
  r.b.flow(cell.setter, pair, 'put', '1');
  return pair;
};

export const router: Library = {
  name: 'router',
  packages: /^(react-router(-dom|-native)?|@docusaurus\/router|next\/navigation|@tanstack\/react-router|wouter)$/,
  calls: {
    useParams: addressPart('params'),
    useLocation: addressPart('location'),
    usePathname: addressPart('pathname'),
    useRouteMatch: addressPart('match'),
    useSearch: addressPart('search'),
    useSearchParams,
    useRoutes: readUseRoutes,
    useOutlet: readOutlet,
    createRoutesFromElements: readRouteElements,
    createRoutesFromChildren: readRouteElements,
    createBrowserRouter: readRouteTable,
    createHashRouter: readRouteTable,
    createMemoryRouter: readRouteTable,
  },
};
