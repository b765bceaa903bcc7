import { over, under, type Finding, type FindingInput } from './finding';

/** Below this electrical speed a sensorless ESC does not see the rotor [rpm]. */
export const SEEN_FROM_ERPM = 3000;

/** A motor that loses less speed than this idles [%]. */
const IDLING_LOSS_PCT = 8;

/** Motor: heat, speed, efficiency, and whether it starts smoothly. */
export function motorFindings(input: FindingInput): Finding[] {
  const { plan, resolved, run, steady, limits } = input;
  const { motor } = plan;
  return [
    ...over(
      'motor-temperature',
      'motor',
      'motor can',
      run.maxCanC,
      limits,
      '°C',
      `Too hot to keep a finger on; at ${limits['motor-temperature'].stop} °C magnets and bearings suffer.`,
    ),
    ...over(
      'winding-temperature',
      'motor',
      'motor winding',
      run.maxWindingC,
      limits,
      '°C',
      'Inside it is hotter than the can shows: enamel softens and the winding shorts.',
    ),
    ...(motor.maxRpm === undefined
      ? []
      : over(
          'motor-rpm',
          'motor',
          'motor speed',
          steady.motorRpm / motor.maxRpm,
          limits,
          'of max rpm',
          `${Math.round(steady.motorRpm)} rpm at top speed; it is made for ${motor.maxRpm}.`,
        )),
    ...(steady.outcome === 'converged' && steady.topSpeedMs > 0
      ? under('efficiency', 'motor', 'motor efficiency at top speed', steady.motorEfficiency, limits, '', efficiencyWords(steady))
      : []),
    ...sensorless(input),
  ];
  function efficiencyWords({ motorEfficiency, speedLossPct }: FindingInput['steady']): string {
    const heat = `${Math.round(100 * (1 - motorEfficiency))} % of what it takes stays in it as heat`;
    // Nearly as fast as without load: not pulled down, but too large or too fast a motor for so little work.
    if (speedLossPct < IDLING_LOSS_PCT) return `${heat}: it has so little to do that its own losses outweigh the work. Fewer kv or a smaller motor.`;
    return motorEfficiency < (limits.efficiency.stop ?? 0)
      ? `${heat}: wrong kv for these volts, or geared far too long.`
      : `${heat}: gear it shorter.`;
  }
  function sensorless({ plan: { motor: label } }: FindingInput): Finding[] {
    if (label.kind === 'brushed' || resolved.motor.sensored) return [];
    const speedMs = groundSpeedAtErpm(input, SEEN_FROM_ERPM);
    return over(
      'sensorless-start',
      'motor',
      'speed where it starts smoothly',
      speedMs,
      limits,
      'm/s',
      'Below it a sensorless ESC guesses where the rotor stands: it stutters from standstill.',
    );
  }
}

/** Ground speed at an electrical speed of the motor [m/s]. */
export function groundSpeedAtErpm({ resolved }: Pick<FindingInput, 'resolved'>, erpm: number): number {
  return ((erpm / (resolved.motor.poles / 2) / 60) * Math.PI * resolved.car.tyreDiameterM) / resolved.ratio;
}
