import {
  asReading,
  carOfDay,
  cooledTo,
  coolingOf,
  Devices,
  driveHidden,
  wornOf,
  escLog,
  fastRun,
  gearsOfStep,
  gpsTrack,
  joinLogs,
  ladder,
  learn,
  learnedFigures,
  limitsWith,
  metresPerRpm,
  nowOf,
  predictSteady,
  randomStream,
  reckoningOf,
  resolvePlan,
  samplesOf,
  positionOn,
  stepForeseen,
  USUAL_READY_C,
  verdictOf,
  type Attempt,
  type Day,
  type Drive,
  type DriveHow,
  type LadderStep,
  type LearnedFigures,
  type LoggedRun,
  type PlanFile,
  type Reckoning,
  type Temperatures,
  type StepGears,
  type TypedReading,
  type Verdict,
} from '@puddler/core';

/** A builder who does what the ladder says, or one who does not. */
export interface Builder {
  /** Goes straight for the target’s gears and drives the whole run. */
  straight?: boolean;
  /** Learns the car after each step. */
  learns?: boolean;
  /** Reads a bare can from afar, and says so, or wrongly says that it has a patch. */
  reads?: 'patch' | 'bare' | 'bare, said to have a patch';
  /** Drives on at once instead of waiting for the car to cool. */
  skipsWaits?: boolean;
}

export interface DayDone {
  day: Day;
  reckoning: Reckoning;
  /** The ladder was climbed to its end with go each time. */
  climbed: boolean;
  /** The builder left the target alone. */
  refused: boolean;
  verdicts: Verdict[];
  /** The hottest can with which a step was called good [°C]; −Infinity where none was. */
  wentAtC: number;
  /** How far the can is from what the countdown foretold at its end [K]. */
  countdownOffK: number[];
}

const MOST_DRIVES = 24;
const LIMITS = limitsWith();
const POLES = 4;
/** The same again so often, then it is left. */
const MOST_HOLDS = 3;
const PINIONS_UNDER = 10;
/** A wait that nothing was read for, and the shortest that is checked half way. */
const [LONG_S, CHECKED_FROM_S] = [1800, 240];
/** A builder who does not wait is still there for the highest of the can. */
const READ_UNTIL_S = 120;

/** Everything that is noted of a drive: passes by the phone, four temperatures, the ESC’s log. */
function noted(day: Day, drive: Drive, plan: PlanFile, reads: Builder['reads'] = 'patch'): { run: LoggedRun; readings: TypedReading[] } {
  const devices = new Devices({ day, drive });
  const pointing = (of: 'can' | 'esc' | 'pack') => ({ of, distanceM: reads === 'patch' ? 0.15 : 0.5, matt: reads === 'patch' });
  const read = (of: 'can' | 'esc' | 'pack', afterS: number) => asReading(pointing(of), devices.thermometerC(pointing(of), afterS), afterS);
  const readings = [read('can', 20), read('esc', 30), read('pack', 40), read('can', 120)];
  const hidden = carOfDay(day);
  const { samples } = driveHidden(hidden, drive, drive.from, drive.wornBefore);
  const random = randomStream(drive.seed);
  const logs = [
    { samples: samplesOf(escLog(samples, plan.motor.kind === 'brushless' ? (plan.motor.poles ?? POLES) : 2, random)) },
    { samples: gpsTrack(samples, 10, random) },
  ];
  const { trace } = joinLogs(logs, metresPerRpm(resolvePlan(plan)));
  const half = samples[samples.length - 1]!.timeS / 2;
  const fastest = (from: number, to: number) =>
    Math.max(0.1, ...samples.filter(({ timeS }) => timeS >= from && timeS < to).map(({ speedMs }) => speedMs));
  const passes =
    drive.how === 'passes'
      ? [
          { speedMs: fastest(0, half), direction: 'out' as const },
          { speedMs: fastest(half, Infinity), direction: 'back' as const },
        ]
      : [];
  return {
    readings,
    run: {
      at: drive.at,
      name: drive.id,
      plan,
      ...(drive.how === 'passes' ? { drivenAs: 'speed-pass' as const } : {}),
      minutes: drive.seconds / 60,
      passes,
      readings: readings.slice(0, 3),
      trace,
    },
  };
}

/** Works a practice day from its start to its end. Deterministic. */
export function workDay(
  base: PlanFile,
  seed: number,
  { straight = false, learns = true, reads = 'patch', skipsWaits = false }: Builder = {},
): DayDone {
  let day: Day = { base, seed, stoodS: 0, waitedS: 0, drives: [] };
  const hidden = carOfDay(day);
  const [verdicts, countdownOffK]: [Verdict[], number[]] = [[], []];
  const attempts: Attempt[] = [];
  let wentAtC = -Infinity;
  const runs: LoggedRun[] = [];
  let learned: LearnedFigures | undefined;
  const withGears = ({ pinion, spur }: StepGears): PlanFile => ({
    ...base,
    ...(learned ? { learned } : {}),
    gearing: { ...base.gearing, ...(pinion === undefined ? {} : { pinion }), ...(spur === undefined ? {} : { spur }) },
  });
  const drive = (gears: StepGears, how: DriveHow): Drive => {
    const { capShare } = gears;
    const plan = withGears(gears);
    const number = day.drives.length + 1;
    const wish = { plan, how, ...(capShare === undefined ? {} : { capShare }) };
    const { outcome } = driveHidden(hidden, wish, nowOf(day, hidden), wornOf(day));
    const one: Drive = {
      id: `drive ${number}`,
      at: `2027-01-09T10:${String(number).padStart(2, '0')}:00Z`,
      runId: `run ${number}`,
      seed: seed * 100 + number,
      ...wish,
      ...outcome,
    };
    day = { ...day, drives: [...day.drives, one], waitedS: day.waitedS + day.stoodS, stoodS: 0 };
    return one;
  };
  const done = (climbed: boolean, refused: boolean): DayDone => ({
    day,
    reckoning: reckoningOf(day, LIMITS),
    climbed,
    refused,
    verdicts,
    wentAtC,
    countdownOffK,
  });

  if (straight) {
    drive({}, 'race');
    return done(true, false);
  }
  const { pinion, spur } = base.gearing;
  const teeth = {
    pinions: pinion === undefined ? [] : Array.from({ length: PINIONS_UNDER + 1 }, (_, i) => pinion - i).filter((one) => one >= 8),
    spurs: spur === undefined ? [] : [spur],
  };
  let holds = 0;
  let raced: string | undefined;
  /** How warm the car is believed to be as the next step begins. */
  let warm: Temperatures | undefined;
  const begun = (run: LoggedRun): LoggedRun => (warm ? { ...run, startC: { can: warm.canC, esc: warm.escC, pack: warm.packC } } : run);
  while (day.drives.length < MOST_DRIVES) {
    const plan: PlanFile = learned ? { ...base, learned } : base;
    const stood = attempts.findLast((one) => one.verdict === 'go');
    const from = stood && {
      ...(stood.pinion === undefined ? {} : { pinion: stood.pinion }),
      ...(stood.spur === undefined ? {} : { spur: stood.spur }),
      ...(stood.capShare === undefined ? {} : { capShare: stood.capShare }),
    };
    const canReadings = runs.filter((run) => run.readings?.some((one) => one.of === 'can')).length;
    const way = ladder(plan, { limits: LIMITS, canReadings, ...teeth, ...(from ? { from } : {}) });
    if (way.steps.length === 0) return done(false, true);
    const at = positionOn(way.steps, attempts, (gears) => (gears.capShare ?? 1) * predictSteady(resolvePlan(withGears(gears))).topSpeedMs);
    const step: LadderStep = way.steps[at.at]!;
    const gears = gearsOfStep(step);
    if (at.why === 'top') {
      if (way.outcome === 'reached') return done(true, false);
      // The ladder ends short of the target: the whole run at its last step tells how hot this car truly gets.
      const key = JSON.stringify(gears);
      if (raced === key || !learns) return done(false, true);
      raced = key;
      const race = drive(gears, 'race');
      if (race.lost) return done(false, true);
      const { run: plain, readings } = noted(day, race, withGears(gears), reads);
      const run = begun(plain);
      // Typed alone, a whole run tells how this driver drives it as well; held back, only its log tells anything.
      const { trace: _trace, ...typed } = run;
      runs.push(gears.capShare === undefined ? typed : { ...run, capShare: gears.capShare });
      learned = lessonOf(runs) ?? learned;
      const { end } = fastRun(resolvePlan(race.plan));
      cool(race, readings, { windingOverCanK: end.windingC - end.canC, escC: end.escC, packC: end.packC });
      continue;
    }
    const foreseen = stepForeseen(step.plan, gears.capShare ?? 1, warm);
    const driven = drive(gears, 'passes');
    if (driven.lost) return done(false, true);
    const { run: cold, readings } = noted(day, driven, withGears(gears), reads);
    const run = begun(cold);
    const verdict = verdictOf({ passes: run.passes!, readings, hasPatch: reads !== 'bare' }, foreseen, LIMITS);
    verdicts.push(verdict);
    if (verdict.verdict === 'go') wentAtC = Math.max(wentAtC, driven.stopped.canC);
    attempts.push({ ...gears, verdict: verdict.verdict });
    holds = verdict.verdict === 'go' ? 0 : holds + 1;
    if (holds > MOST_HOLDS) return done(false, true);
    runs.push(gears.capShare === undefined ? run : { ...run, capShare: gears.capShare });
    // A hold that the runs explain is no reason to stop: what was learned is in the next foresight.
    if (learns && runs.length > 0) learned = lessonOf(runs) ?? learned;
    cool(driven, readings, { windingOverCanK: foreseen.windingOverCanK, escC: foreseen.escC.p50, packC: foreseen.packC.p50 });
  }
  return done(false, true);

  /** Waits as long as the countdown says. */
  function cool(one: Drive, first: TypedReading[], guess: { windingOverCanK: number; escC: number; packC: number }): void {
    const readyC = Math.max(USUAL_READY_C, base.site.ambientC + 8);
    const plan = resolvePlan(one.plan);
    let read = first;
    const ready = coolingOf(plan, read, guess, readyC).readyS ?? LONG_S;
    let stoodS = skipsWaits ? Math.min(READ_UNTIL_S, ready) : ready;
    if (stoodS > CHECKED_FROM_S) {
      // Half way, and once more near the end, the thermometer is pointed again, and the countdown set by it.
      const pointing = { of: 'can', distanceM: 0.15, matt: true } as const;
      for (const share of [0.5, 0.8]) {
        const afterS = share * stoodS;
        read = [...read, asReading(pointing, new Devices({ day, drive: one }).thermometerC(pointing, afterS), afterS)];
        stoodS = Math.max(afterS, coolingOf(plan, read, guess, readyC).readyS ?? stoodS);
      }
      const truth = nowOf({ ...day, stoodS }, hidden);
      if (truth.canC >= truth.escC && truth.canC >= truth.packC) countdownOffK.push(truth.canC - readyC);
    }
    day = { ...day, stoodS };
    warm = cooledTo(plan, coolingOf(plan, read, guess, readyC), stoodS);
  }
}

/** What runs teach; undefined where nothing can be taken. */
function lessonOf(runs: readonly LoggedRun[]): LearnedFigures | undefined {
  const learned = learn(runs.map((run) => ({ ...run, plan: bare(run.plan) })));
  return learned.isWorthTaking ? learnedFigures(learned) : undefined;
}

const bare = ({ learned: _learned, ...plan }: PlanFile): PlanFile => plan;
