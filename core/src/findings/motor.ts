import { leastLossW } from '../predict/least-loss';
import { heatPaths } from '../predict/heat-paths';
import { heatOf } from '../predict/run-types';
import { over, type Finding, type FindingInput } from './finding';

/** Below this electrical speed a sensorless ESC does not see the rotor [rpm]. */
export const SEEN_FROM_ERPM = 3000;
/** From this many times the least loss of its size on, a motor's kv and gears are wrong, not its size. */
const WRONG_KV_TIMES = 2;
/** A warmer winding resists more and weaker magnets ask for more current: copper loss grows by this share a kelvin. */
const COPPER_LOSS_PER_K = 0.0061;

/** Motor: heat, speed, load, and whether it starts smoothly. */
export function motorFindings(input: FindingInput): Finding[] {
  return [...heat(input), ...speed(input), ...load(input), ...idles(input), ...runaway(input), ...sensorless(input)];
}

function heat({ run, limits }: FindingInput): Finding[] {
  const { maxCanC, maxWindingC } = heatOf(run);
  const after = run.carriedOn ? ` The pack is empty after ${minutes(run.endS / 60)}; with one that lasts it comes to this.` : '';
  const stopC = limits['motor-temperature'].stop;
  return [
    ...over(
      'motor-temperature',
      'motor',
      'motor can',
      maxCanC,
      limits,
      '°C',
      `Too hot to keep a finger on${stopC === undefined ? '' : `; at ${stopC} °C magnets and bearings suffer`}.${after}`,
    ),
    ...over(
      'winding-temperature',
      'motor',
      'motor winding',
      maxWindingC,
      limits,
      '°C',
      `The winding is hotter than the can shows: its enamel softens and it shorts.${after}`,
    ),
  ];
}

function speed({ resolved: { motor, provenance }, run, steady, limits }: FindingInput): Finding[] {
  const rpm = Math.max(run.maxMotorRpm, steady.motorRpm);
  const when = rpm > steady.motorRpm * 1.01 ? 'with the tyres spinning' : 'at top speed';
  const limit =
    provenance['motor.maxRpm']?.source === 'estimated'
      ? `motors of this size usually bear ${round(motor.maxRpm)}`
      : `it is made for ${round(motor.maxRpm)}`;
  return [
    ...over('motor-rpm', 'motor', 'motor speed', rpm / motor.maxRpm, limits, 'of max rpm', `${round(rpm)} rpm ${when}; ${limit}.`),
    ...(motor.kind === 'brushed'
      ? []
      : over(
          'electrical-rpm',
          'esc',
          'electrical speed',
          (rpm * motor.poles) / 2,
          limits,
          'rpm',
          `${motor.poles} poles at ${round(rpm)} rpm: beyond what many ESCs can follow, and then they stutter or cut out.`,
        )),
  ];
}

/** What the winding takes of the volts at top speed, and whether kv or size is to blame. */
function load({ resolved, steady, limits }: FindingInput): Finding[] {
  const { caution, stop } = limits['motor-load'];
  const isLoaded = steady.motorLoad >= Math.min(caution ?? Infinity, stop ?? Infinity);
  if (steady.outcome !== 'converged' || !(steady.topSpeedMs > 0) || steady.gripSetsSpeed || !isLoaded) return [];
  const share = Math.round(100 * steady.motorLoad);
  const { lossW, leastW } = leastLossW(resolved);
  const cause =
    lossW >= WRONG_KV_TIMES * leastW
      ? 'wrong kv for these volts: more kv and a shorter gear would do the same work cooler.'
      : 'this size of motor is too small for the work: gear it shorter, or take a larger one.';
  return over(
    'motor-load',
    'motor',
    'load on the motor at top speed',
    steady.motorLoad,
    limits,
    'of the volts',
    `${share} % of the volts are lost in its winding: ${cause}`,
  );
}

function idles({ resolved, run, steady, limits }: FindingInput): Finding[] {
  const riseK = run.ironW * heatPaths(resolved, steady.topSpeedMs / 2).canToAirKPerW;
  return over(
    'idles',
    'motor',
    'can warmed by iron loss alone',
    riseK,
    limits,
    'K',
    `Turning alone warms the can by ${Math.round(riseK)} K, whatever it pulls: fewer kv, geared longer, would run cooler.`,
  );
}

function runaway({ resolved, run, steady, limits }: FindingInput): Finding[] {
  const { windingToAirKPerW } = heatPaths(resolved, steady.topSpeedMs / 2);
  const share = COPPER_LOSS_PER_K * run.rmsMotorCurrentA ** 2 * resolved.motor.resistanceOhm * windingToAirKPerW;
  return over(
    'runaway',
    'motor',
    'winding heat that feeds itself',
    share,
    limits,
    'of the next round',
    'A hotter winding resists more and makes more heat: near and above 1 it never settles, it only gets hotter until you stop.',
  );
}

function sensorless(input: FindingInput): Finding[] {
  const { plan, resolved, limits } = input;
  if (plan.motor.kind === 'brushed' || resolved.motor.sensored) return [];
  return over(
    'sensorless-start',
    'motor',
    'speed from which it runs smoothly',
    groundSpeedAtErpm(input, SEEN_FROM_ERPM),
    limits,
    'm/s',
    'Below it an ESC without sensor cannot tell where the rotor stands, and the car stutters from standstill.',
  );
}

/** Ground speed at an electrical speed of the motor [m/s]. */
function groundSpeedAtErpm({ resolved }: Pick<FindingInput, 'resolved'>, erpm: number): number {
  return ((erpm / (resolved.motor.poles / 2) / 60) * Math.PI * resolved.car.tyreDiameterM) / resolved.ratio;
}

const round = (value: number) => String(Number(value.toPrecision(3)));
const minutes = (value: number) => `${value.toFixed(1)} minutes`;
