/** The core's public list. Everything takes and gives SI units, with °C for temperatures. */
export { amend, compact } from './compact';
export * from './plan/plan-file';
export { PlanError } from './plan/plan-error';
export { isUsualAt } from './plan/usual-parts';
export { SPEED_RUN_MS } from './chain/constants';
export type { Origin, Provenance } from './plan/provenance';
export { COURSES, NEW_CORNER, NEW_LEG } from './plan/courses';
export { hasOwnTiming, OF_THE_DRIVER, plannedRun, runAs } from './plan/planned-run';
export { resolvePlan } from './resolve/resolve-plan';
export type { ResolvedPlan } from './resolve/resolved-plan';
export {
  isOfCar,
  motorFormOf,
  pathInCar,
  whyNotAlone,
  withEdits,
  withField,
  withCarField,
  withFigure,
  withMotorForm,
  withPackAdded,
  withPackRemoved,
  type MotorForm,
  type PlanEdit,
} from './plan/edits';
export {
  asBoughtAgain,
  editedApart,
  isFollowing,
  madeDirect,
  madeGeared,
  mayConvert,
  planFileOf,
  splitPlanFile,
  takenApart,
} from './resolve/conversion';
export type { CarPath, FigurePath } from './plan/figure-path';
export { capitalized, packNames, wordFor } from './plan/words';

export { CELL_OCV, OCV_CHARGE, openCircuitV } from './chain/pack';
export { finalDriveRatio, metresPerRpm, rolloutM, SMALLEST_PINION } from './chain/gears';
export { cornerGripMs2 } from './chain/road';
export { solveTopSpeed, warmKv } from './predict/top-speed';
export { predictSteady, type Steady } from './predict/steady';
export { LINK_NAMES, type Level, type LinkName } from './link';
export { givesFirst, linkUse, type LinkUse } from './findings/link-use';
export type { Band } from './math/band';
export { powerBand, type PowerBand } from './predict/power-band';
export { PROFILE_SEGMENTS, USUAL_RAMP_S, type Segment } from './predict/profiles';
export { TRUSTED_SHARE } from './chain/esc';
export { motorJPerK } from './predict/heat';
export { BURNT_C, heatOf } from './predict/run-types';
export { simulateRun } from './predict/run';
export type { MotorHeat, Run, RunSample } from './predict/run-types';
export { drivePass, passFigures, type Pass } from './predict/pass';
export { driveLap, type Lap } from './predict/lap';
export { BAND_SEED } from './predict/monte-carlo-samples';
export { predict, type PredictOptions, type Prediction } from './findings/predict';

export { UP_TO_KG } from './search/classes';
export { threePicks, type Pick as FrontPick, type PickedAs } from './search/picks';
export { splitShopLine, type ShopKind, type ShopLine } from './labels/shop-line';
export { LABEL_KINDS, labelKind, readLabel, type LabelKind, type LabelReading } from './labels/read-label';
export { readKit, type KitPart } from './labels/kit';
export { partFromLabel, withLabel, type FromLabel } from './labels/part-from-label';
export type { ReadField, ReadFields } from './labels/label-text';

export { explainDifference, type Difference, type Explanation, type MeasuredToday } from './car/explain-difference';
export { equivalents, pinionsForSpeed, type Equivalents, type PinionSpeed } from './car/equivalents';
export { uncertainFigures } from './resolve/uncertain-figures';

export { type Finding, type FindingInput } from './findings/finding';
export { FINDING_IDS, FIT_FINDING_IDS, RETIRED_FINDING_IDS, type FindingId, type FindingLevel } from './findings/finding-ids';
export { allFindings } from './findings/all-findings';
export { DEFAULT_LIMITS, limitsWith, type Limit, type LimitChanges, type Limits } from './findings/limits';
export {
  BAND_FIGURES,
  BAND_SAMPLES,
  BandSampler,
  minutesToCutoff,
  sampleBands,
  topSpeedBand,
  type BandFigure,
  type Bands,
  type Narrowing,
} from './predict/bands';
export { PASS_MARKS_M, STOPPING_SHARE, type PassFigures } from './predict/pass-figures';
export { BAY_FIGURES_ASKED, fitFindings, unmeasuredOf } from './findings/fit';
export { notJudged, type NotJudged } from './findings/not-judged';
export { RUN_AT } from './findings/planned-run-gate';
export * from './shelf/part';
export { isReachable } from './search/reach';
export { P90, speedSpread } from './predict/speed-spread';
export { fastRun, simulateRunFast } from './predict/run-fast';
export { getField, pathParts, setField } from './plan/fields';
export { toothSize } from './plan/tooth-size';
export { givenCRating, POLYMERS, ratedAfter, withUsualRating } from './plan/pack-rating';
export { fixesFor, type Fix, type Fixes } from './findings/fixes';
export { coolDown, type Temperatures } from './predict/cool-down';
export { backToBack, driveRun, heatCourse, type DrivenRun, type HeatCourse, type HeatLimits } from './predict/heat-course';
export { coolerBy, gearCell, gearRun, sameLapS, whyCooler, type GearCell, type GearRun } from './findings/gear-table';
export { powerMoment, type PowerMoment } from './predict/power-balance';

export { canBeSure, nearlySureOf } from './search/confidence';
export { SURE_TARGETS, queryProblems, type Aim, type SearchQuery, type Target, type QueryProblem } from './search/query';
export { PART_SOURCES, type PartSource, type SearchScope, type ShelfPart } from './search/options';
export type { Choice } from './search/choice-plan';
export { SearchSpace, type SearchTask } from './search/space';
export { Search, type SearchProgress, type Share } from './search/search';
export { BOX, Front, LONG_RUN, type Setup, type SetupFigures } from './search/front';
export { searchLimits, searchRun } from './search/judge';
export { Relaxing, type Relaxation } from './search/relax';
export { rankings, type Merit, type Ranking } from './search/ranking';
export { compareShares, POWER_SINKS, powerShares, type PowerShares, type PowerSink, type SetupDifference } from './compare/compare-setups';
export { SWAPPED_LINKS, withLinkOf, type SwappedLink } from './compare/swap-link';
export { sweepEdits, sweepPoint, sweepValues, SWEPT, sweptPath, sweptValue, type SweepAnswers, type Swept } from './sweep/sweep';
export { BUY_GROUPS, needOf, type BuyGroup, type LineNeed, type ListLine } from './buy/list-line';
export { massOfPartsG } from './resolve/mass';
export { partsList, type PartsList, type PartsListOptions } from './buy/parts-list';
export { journeyMarks, nextStep, type JourneyStation, type Mark, type NextStep, type PlanProgress } from './next/next-step';
export { stepPinions, type StepPinions } from './buy/step-pinions';
export { packLimitA } from './chain/pack-limit';
export { CHANGES, changesOf, withChanges, type Change } from './compare/changed-links';
export { partialConversions, partialConversionOf, partsOfConversion, type PartialConversion, type PartialFigures } from './buy/partial-conversion';
export { FAVOURS, fixOf, upgradePaths, type Cost, type Favours, type Stage, type UpgradePath, type UpgradePaths } from './buy/upgrade-path';
export {
  bestSchedule,
  MOST_PERIODS,
  scheduleOf,
  type Envelope,
  type Goal,
  type Instalment,
  type Item,
  type Sale,
  type Schedule,
} from './buy/instalments';
export { fitInput, type FitChoices, type FitInput, type FitOptions } from './fit/fit-input';
export { FIT_PHASES, type BenchStep, type FitPhase, type StepReading } from './fit/bench-step';
export { benchSteps } from './fit/bench-steps';
export { settingsSheet, type Setting } from './fit/settings-sheet';
export { REMEDIES, WHICH_WAY, whichWay, type WhichWay, type WhichWayQuestion } from './fit/which-way';
export { PRESS_MATERIALS, pressFit, pressVerdict, type PressFit, type PressMaterial } from './fit/press-fit';
export { screwDepth, SCREW_SPARE_MM, type ScrewDepth } from './fit/screw';
export { wiringOf, type Device, type Lead, type Wire, type Wiring, type WiringOptions } from './fit/wiring';
export { wiringFaults } from './fit/check-wiring';
export { bayDrawing, type BayDrawing, type Rect, type Tray } from './fit/bay';
export {
  LOG_KINDS,
  READING_OF,
  RUN_PURPOSES,
  SERIES_FIELDS,
  SERIES_WORDS,
  type RunFile,
  type RunLog,
  type Series,
  type SeriesField,
  type TypedReading,
} from './log/run-file';
export { traceOf, TRACE_DT_S, type Trace } from './log/trace';
export { groundSpeed, LAUNCH_MARKS_M, stretchesOf, type Stretch, type Stretches } from './log/stretches';
export { learn, type Learned, type LearnedFigure } from './learn/learn';
export { learnedFigures, withLearned } from './learn/learned-plan';
export { notMet, type NotMet } from './learn/not-met';
export { measuredOf, RUN_FIGURES, runBands, scoreOf, type RunFigure } from './learn/run-bands';
export { isHeldBack, loggedRun, type LoggedRun } from './learn/logged-run';
export { isLearnable, withoutLearned } from './resolve/learned-figures';
export type { InputErrorHypothesis } from './learn/input-errors';
export { hiddenCar, refitted, type HiddenCar, type HiddenOptions } from './practice/hidden-car';
export { LOSABLE, type Wear } from './practice/wear';
export { driveSession } from './practice/drive-session';
export {
  asReading,
  carOfDay,
  DRIVE_HOWS,
  driveHidden,
  GENTLE_SHARE,
  nowOf,
  SPOT_FITS_M,
  wornOf,
  type Day,
  type Drive,
  type DriveHow,
  type Driven,
  type DriveRequest,
  type Pointing,
} from './practice/day';
export { Devices, isPracticable, MOST_PRACTICE_MINUTES, type DriveAsked } from './practice/devices';
export { byMerit, REACHED, reckoningOf, type Reckoning } from './practice/reckoning';
export { SET_DAYS, type SetDay } from './practice/set-days';
export { sessionFor, sessionMinutes, sessionSegments } from './predict/track-session';
export { escLog, gpsSpeed, putBack, readingsAt, thermometer, together } from './practice/instruments';
export { randomStream } from './math/random';
export { stoodFor } from './predict/cool-down';
export { LOG_QUANTITIES, type Column, type LogQuantity } from './log/columns';
export { samplesOf, seriesOf, type Floats, type Samples } from './log/samples';
export { readLog } from './log/read-log';
export { AnyLogReader, readAnyLog, type LogForm } from './log/any-log';
export { alignSpeeds, GOOD_CORRELATION, joinLogs, joinTraces, type ClockShift } from './log/align';
export { logCsv, logGpx } from './log/write-log';
export { metresOf } from './log/place-speed';
export type { LogOptions, LogOutcome, LogProblem, LogReading } from './log/log-reading';
export { NEXT_ANSWERS, whatNext, type NextAnswer, type NextMeasurement } from './learn/what-next';
export { replay, REPLAY_FIGURES, type Replay, type ReplayFigure } from './replay/replay';
export { UPKEEP, upkeep, type UpkeepId, type UpkeepItem, type UpkeepRun } from './log/upkeep';
export { courseOfTrace, type DrivenCourse } from './log/course-of-trace';
export { passSpeed, traceFigures } from './log/trace-figures';
export { carOfSeed, loggedSession, typedSession } from './practice/simulated-run';
export { escLogCsv, rmcSentence, trackNmea } from './practice/device-files';
export { gpsTrack } from './practice/gps-track';
export { ladder, isSmall, pinionsUpTo, type Ladder, type LadderOptions, type LadderStep } from './ladder/ladder';
export { STEP_CAN_K, STEP_SPEED_SHARE } from './ladder/way';
export { type StepGearing, type StepStop } from './ladder/judged-step';
export { verdictOf, type AtTrack, type FigureWords, type ReasonId, type Verdict, type VerdictLevel } from './ladder/verdict';
export { driveStep, HIGHEST_BY_S, READ_BY_S, stepForeseen, stepSession, type Foreseen } from './ladder/foreseen';
export { cooledTo, coolingOf, LEAST_OVER_AIR_K, USUAL_READY_C, type CoolingDown } from './ladder/cooling';
export { gearsOfStep, sameGears, positionOn, type Attempt, type LadderPosition, type StepGears } from './ladder/ladder-position';
export { MinMax } from './log/min-max';
export { KNOT_MS } from './log/nmea';
export { METRES_A_DEG } from './log/place-speed';
