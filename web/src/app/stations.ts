import { matchPath } from 'react-router';
import { VISIT_PATH } from '../active/sharing/plan-link';
import { lateView, type LateView } from '../ui/late-view';

/** The car and plan that the page is about, as far as it is about any. */
export interface About {
  carId: string | undefined;
  planId: string | undefined;
}

/** A view of the page: routes, the line of stations, the trail and the menu of Ctrl+K all read this list. */
export interface Station {
  id: string;
  name: string;
  /** The address, with `:carId` or `:planId` where it is about one. */
  path: string;
  page: LateView;
  /** It is a stop on a car's journey, in the order of this list; the others are places beside it. */
  onLine?: true;
  /** When a place beside the journey stands in the trail; left out, it never does. */
  inTrail?: (where: { carId: string | undefined; isHere: boolean; pins: number }) => boolean;
  /** It is about this machine itself: a phone is not shown it. */
  onlyHere?: true;
  /** What Ctrl+K calls the way there; left out where only a link leads there. */
  command?: string;
}

export const STATIONS: readonly Station[] = [
  { id: 'garage', name: 'Garage', path: '/', page: lateView(() => import('../garage/Garage')), inTrail: () => true, command: 'Go to the Garage' },
  {
    id: 'shelf',
    name: 'Shelf',
    path: '/shelf',
    page: lateView(() => import('../shelf/Shelf')),
    inTrail: ({ carId }) => carId === undefined,
    command: 'Go to the Shelf: parts',
  },
  {
    id: 'compare',
    name: 'Compare',
    path: '/compare',
    page: lateView(() => import('../stations/compare/Compare')),
    inTrail: ({ isHere, pins }) => isHere || pins > 0,
    command: 'Compare what is pinned',
  },
  {
    id: 'backup',
    name: 'Backup',
    path: '/backup',
    page: lateView(() => import('../backup/Backup')),
    inTrail: ({ isHere }) => isHere,
    onlyHere: true,
    command: 'Back up or restore everything',
  },
  {
    id: 'phones',
    name: 'Phones',
    path: '/phones',
    page: lateView(() => import('../phones/Phones')),
    inTrail: ({ isHere }) => isHere,
    onlyHere: true,
    command: 'Phones: pair one, and see who is let in',
  },
  {
    id: 'words',
    name: 'Words',
    path: '/words',
    page: lateView(() => import('../words/Words')),
    inTrail: ({ isHere }) => isHere,
    command: 'Words: what they mean',
  },
  {
    id: 'visit',
    name: 'Visiting plan',
    path: VISIT_PATH,
    page: lateView(() => import('../visit/Visit')),
    inTrail: ({ isHere }) => isHere,
  },
  {
    id: 'practice',
    name: 'Practice',
    path: '/practice',
    page: lateView(() => import('../stations/practice/Practice')),
    inTrail: ({ isHere }) => isHere,
    command: 'Practice: a simulated day at the quarry',
  },
  {
    id: 'car',
    name: 'Car',
    path: '/cars/:carId',
    page: lateView(() => import('../stations/car/CarStation')),
    onLine: true,
    command: 'Go to this car',
  },
  {
    id: 'plan',
    name: 'Plan',
    path: '/plans/:planId',
    page: lateView(() => import('../stations/plan/PlanStation')),
    onLine: true,
    command: 'Go to its plan',
  },
  {
    id: 'find',
    name: 'Find',
    path: '/plans/:planId/find',
    page: lateView(() => import('../stations/find/FindStation')),
    onLine: true,
    command: 'Find parts and gears for this car',
  },
  {
    id: 'buy',
    name: 'Buy',
    path: '/plans/:planId/buy',
    page: lateView(() => import('../stations/buy/BuyStation')),
    onLine: true,
    command: 'Buy: what this plan needs, and what it costs',
  },
  {
    id: 'fit',
    name: 'Fit',
    path: '/plans/:planId/fit',
    page: lateView(() => import('../stations/fit/FitStation')),
    onLine: true,
    command: 'Fit: steps at the bench, wiring, settings',
  },
  {
    id: 'log',
    name: 'Log',
    path: '/plans/:planId/log',
    page: lateView(() => import('../stations/log/LogStation')),
    onLine: true,
    command: 'Log: what it really did, and what that teaches',
  },
  {
    id: 'step-up',
    name: 'Step up',
    path: '/plans/:planId/step-up',
    page: lateView(() => import('../stations/step-up/StepUpStation')),
    onLine: true,
    command: 'Step up: to the target without burning it',
  },
];

/** The station at an address, the Garage where there is none, and the ids of the car or plan in it. */
export function stationAt(pathname: string): { station: Station } & About {
  for (const station of STATIONS) {
    const match = matchPath(station.path, pathname);
    if (match) return { station, carId: match.params['carId'], planId: match.params['planId'] };
  }
  return { station: STATIONS[0]!, carId: undefined, planId: undefined };
}

/** The address of a station for what the page is about; undefined when it needs a car or a plan that there is none of. */
export function addressOf({ path }: Station, { carId, planId }: About): string | undefined {
  const filled = path.replace(':carId', carId ?? ':').replace(':planId', planId ?? ':');
  return filled.includes(':') ? undefined : filled;
}
