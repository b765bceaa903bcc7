import { useLocation, type RouteObject } from 'react-router';
import { Guarded } from '../ui/Guarded';
import { Broken } from './Broken';
import { Shell } from './Shell';
import { STATIONS } from './stations';

const Home = STATIONS[0]!.page;

/** A station that cannot be drawn leaves the header, and the way to the others, at work. */
function Station({ name, page: Page }: Pick<(typeof STATIONS)[number], 'name' | 'page'>) {
  const { pathname } = useLocation();
  return (
    <Guarded what={name} resetKeys={[pathname]}>
      <Page />
    </Guarded>
  );
}

export const routes: RouteObject[] = [
  {
    element: <Shell />,
    errorElement: <Broken />,
    children: [
      ...STATIONS.map(({ path, name, page: Page }) => ({ path, element: <Station name={name} page={Page} /> })),
      { path: '*', element: <Home /> },
    ],
  },
];
