import { PROFILES, SURFACES } from '@puddler/core';
import { choice, number } from './field';

/** Where and how a plan is driven, in the order of the road's drawer. */
export const SITE_FIELDS = {
  'site.grip': number([0.02, 3], '', 'Grip on this surface', { link: 'tyres' }),
  'site.rollingResistance': number([0, 1], '', 'Rolling resistance', { link: 'tyres' }),
  'site.surface': choice(SURFACES, 'Surface', { link: 'road', needed: true }),
  'site.ambientC': number([-40, 60], '°C', 'Air', { link: 'road', needed: true }),
  'site.packC': number([-40, 80], '°C', 'Pack at the start', { link: 'road' }),
  'site.gradePct': number([-100, 100], '%', 'Slope', { link: 'road' }),
  'site.altitudeM': number([-500, 9000], 'm', 'Altitude', { link: 'road' }),
  'site.straightM': number([1, 10000], 'm', 'Length of the straight', { link: 'road' }),
  'site.radioRangeM': number([1, 20000], 'm', 'Radio range', { link: 'road' }),
};

export const RUN_FIELDS = {
  'run.profile': choice(PROFILES, 'Driven as', { link: 'road', needed: true, unset: 'race' }),
  'run.minutes': number([0.05, 1440], 'min', 'Minutes', { link: 'road', needed: true }),
  startCharge: number([0, 1], '', 'Charge at the start', { link: 'road' }),
  'run.course.legs.fullM': number([0.5, 1000], 'm', 'Full throttle', { needed: true }),
  'run.course.legs.cornerS': number([0, 60], 's', 'Seconds in the corner', { needed: true }),
  'run.course.legs.radiusM': number([0.2, 500], 'm', 'Radius of the corner', {}),
  'run.course.legs.cornerMs': number([0.2, 60], 'm/s', 'Speed in the corner', {}),
  'run.course.legs.brake': number([0.05, 1], '', 'Brake', {}),
};

export const TOW_FIELDS = {
  'tow.massKg': number([0, 1000], 'kg', 'Trailer', {
    link: 'road',
    needed: true,
    help: 'Its whole weight with its load; empty where nothing is towed',
  }),
  'tow.rollingResistance': number([0, 1], '', 'Trailer rolling resistance', { link: 'road' }),
};
