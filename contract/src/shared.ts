export { newId } from './new-id';
/** The part of the contract that carries no validator: for the page's first load. */
export { decimalMarkOf, languageMark, type DecimalMark } from './decimal-mark';
export { damageText, type CheckReport, type Damage } from './check-report';
export { isTaken } from './backup-manifest';
export type { BackupDocument, BackupManifest, LostFile, Restored, RestoreLine, RestorePreview, RestoreState } from './backup-manifest';
export type { Checked } from './checked';
export { MOST_COURSES, MOST_PHOTOS, type Bench, type CarBody, type NamedCourse, type OldRadio, type PhotoRef, type Today } from './documents/car/car';
export { MOST_DRIVES } from './documents/day/day';
export { MOST_DRIVEN_STEPS, NO_PROGRESS, type BegunStep, type LadderProgress, type DrivenStep } from './documents/ladder/ladder';
export { NO_FITTING, type Fitting, type SettingNote, type StepNote, type StepPhoto } from './documents/fitting/fitting';
export { MOST_RUN_LOGS, MOST_RUN_PHOTOS, type CarRun, type KeptLog } from './documents/run/run';
export { schemaVersionOf, LIST_NAMES, type EarlierFiles, type FileRef, type Kind, type ListName } from './documents/kind';
export {
  SCHEMAS,
  isKindName,
  KIND_NAMES,
  kindOf,
  KINDS,
  kindsOfList,
  MOST_IN_PIECE,
  parentOf,
  type BodyOf,
  type Doc,
  type CarPiece,
  type PlanName,
  type DocList,
  type DocPiece,
  type KindName,
  type SetAside,
} from './documents/kinds';
export { leafName } from './documents/leaf-name';
export { withReferences } from './documents/references';
export { merge, type Clash, type Merged } from './documents/merge';
export { LONGEST_NAME, LONGEST_NOTES, MOST_PACKS } from './document-limits';
export { MOST_PARTS } from './documents/part/part';
export {
  ENVELOPE_EVERY,
  LINE_STATES,
  MOST_LINES,
  NO_PURCHASE,
  type Budget,
  type Bundle,
  type LineNote,
  type LineState,
  type OldPart,
  type OwnLine,
  type Purchase,
} from './documents/purchase/purchase';
export { MOST_WISHES, type Wish } from './documents/wish/wish';
export type { DocsChanged, LiveChange, DocsWritten, DocWrite, DocWrites, DocWritten, Imported, Newer, WithIt, Written } from './documents/wire';
export { ERRORS, type ErrorBody, type ErrorCode } from './errors';
export { LONGEST_FILE_NAME, MOST_LOG_BYTES, MOST_PHOTO_BYTES, PHOTO_TYPES, type PhotoType } from './files';
export {
  CODE_ALPHABET,
  CODE_LENGTH,
  LOCAL_NAMES,
  LONGEST_DEVICE_NAME,
  MOST_DEVICES,
  MOST_TRIES,
  PAIRING_MS,
  SECRET_HEX,
  type LanAddress,
  type LanState,
  type PairedDevice,
  type PairingAsk,
  type PairingOffer,
} from './lan';
export { planFileOf, splitPlanFile, type PlanBody } from './plan-body';
export type { Problem } from './problem';
export { PART_FIELDS, partFields, partValue, withPartValue, type PartField } from './part-fields';
export { fieldAt, fieldsIn, fieldsOfLink, PLAN_FIELDS, type FieldPath } from './fields/catalogue';
export type { Field } from './fields/field';
export { MONEY, rangeText, type Range } from './fields/range';
export { RANGES, rangeOf, type RangePath } from './ranges';
