import type { RouteObject } from 'react-router';
import { Broken } from './Broken';
import { Shell } from './Shell';
import { STATIONS } from './stations';

const Home = STATIONS[0]!.page;

export const routes: RouteObject[] = [
  {
    element: <Shell />,
    errorElement: <Broken />,
    children: [...STATIONS.map(({ path, page: Page }) => ({ path, element: <Page /> })), { path: '*', element: <Home /> }],
  },
];
