/** Every tolerance, step size and limit of the solvers, with its unit and reason. */

/** Top speed is settled when a Newton step moves it by less than this share: the next would move it by its square. */
export const TOP_SPEED_REL = 1e-5;
/** … or when halving has closed in to this [m/s], at a kink or for a car that barely creeps. */
export const TOP_SPEED_ABS_MS = 1e-10;
/** Newton with bisection behind it halves at worst: 60 halvings take 300 m/s to nothing. */
export const TOP_SPEED_MAX_STEPS = 80;
/** No car of this size goes faster [m/s]; also where the search for a bracket ends. */
export const SPEED_CEILING_MS = 400;

/** Longest step of a run [s]; profiles switch at tenths, and half of it moves no case by 0.1 %. */
export const RUN_STEP_S = 0.02;
/** The same of a run that is followed step by step: its trace has a sample this often wherever speed changes by TRACE_CALM_SHARE. */
export const TRACE_STEP_S = 0.01;
export const TRACE_CALM_SHARE = 5e-5;
/** The same of runs that are compared by the dozen; half of it moves no temperature by 0.2 %. */
export const FAST_STEP_S = 0.04;
/** Steps may be this many times longer while a driver holds a speed or brakes … */
export const HOLD_STEPS = 2;
/** … and this many times while tyres spin: in the longest steps of all still a sixth of the fastest heat store. */
export const CALM_STEPS = 5;
/** A step may change the speed by this share of it, up to CALM_STEPS: in so short a stretch the current is a straight line of the speed. */
export const CALM_SHARE = 0.03;
/** A step that ends at the grip limit's kink goes this much past it, so that the next stands on its other side. */
export const PAST_KINK = 1.0001;
/** Within this share of the grip from its limit, tyres may be at the edge between gripping and spinning. */
export const EDGE_SHARE = 0.01;
/** A held speed this near to the one that asks for no force is at it; a landing step ends a hundredth of that past it. */
export const BALANCED_SHARE = 1e-4;
/** Step of a car that stands while its throttle opens [s]. */
export const START_STEP_S = 0.001;
/** A step may cover this much of the speed's own time constant while the speed is still on its way. */
export const STIFF_STEP = 0.4;
/** … and it counts as settled when what is left to go is this share of the speed, or of this slow speed [m/s]. */
export const SETTLED_SHARE = 0.005;
export const SLOW_MS = 0.05;
/** Shortest step [s]: a hundredth of the fastest time constant seen on crawlers. */
export const RUN_MIN_STEP_S = 5e-5;
/** A run that needs more steps than this stops as `max-steps` (24 hours at the longest step). */
export const RUN_MAX_STEPS = 8_640_000;
/** Magnets are taken to pull no less than at this [°C]: the line that they follow would turn their pull round at 550 to 930 °C, where all has burnt long before. */
export const HOTTEST_MAGNET_C = 400;
/** Bus voltage must stay under the cut-off this long before the ESC acts [s]. */
export const CUTOFF_DELAY_S = 1;
/** A driver's reaction when holding a speed [s]. */
export const HOLD_REACTION_S = 0.5;

/** A fast run leaves cycles out until a store has moved this far [K] … */
export const FAST_SKIP_K = 3;
/** … or this share of the charge is spent: the pack's curve is near enough straight over it. */
export const FAST_CHARGE_SKIP = 0.04;
/** A cycle repeats itself when it ends within this share of the highest speed of where it began. */
export const FAST_SETTLED = 0.01;
/** A run of fewer cycles is driven whole. */
export const FAST_FEWEST_CYCLES = 4;

/** The run of searches and spreads is rougher: 19 of 20 within 0.9 K and 0.5 %, in a third of the time. It moves a band by less than chance does. */
export const ROUGH_RUN = { stepS: 0.08, skipK: 20, skipCharge: 0.25 };
