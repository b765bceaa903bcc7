import { lazy } from 'react';
import type { RouteObject } from 'react-router';
import { Broken } from './Broken';
import { Shell } from './Shell';

const Garage = lazy(() => import('../garage/Garage'));
const Shelf = lazy(() => import('../shelf/Shelf'));
const CarStation = lazy(() => import('../stations/car/CarStation'));
const Compare = lazy(() => import('../stations/compare/Compare'));
const FindStation = lazy(() => import('../stations/find/FindStation'));
const PlanStation = lazy(() => import('../stations/plan/PlanStation'));

export const routes: RouteObject[] = [
  {
    element: <Shell />,
    errorElement: <Broken />,
    children: [
      { path: '/', element: <Garage /> },
      { path: '/shelf', element: <Shelf /> },
      { path: '/cars/:carId', element: <CarStation /> },
      { path: '/plans/:planId', element: <PlanStation /> },
      { path: '/plans/:planId/find', element: <FindStation /> },
      { path: '/compare', element: <Compare /> },
      { path: '*', element: <Garage /> },
    ],
  },
];
