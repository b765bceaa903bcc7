import type { Newer } from './documents/wire';
import type { Problem } from './problem';

interface CatalogueEntry {
  status: number;
  /** What is wrong, shown to a person. */
  message: string;
  /** What to do about it. */
  mend: string;
}

/** Every error the server answers with. docs/errors.md lists the same; a test holds them together. */
export const ERRORS = {
  'bad-request': { status: 400, message: 'The request could not be read.', mend: 'Send JSON as docs/plan-file.md describes.' },
  'bad-json': { status: 400, message: 'The file is not JSON.', mend: 'Open it in a text editor: a comma or a bracket may be missing.' },
  'bad-document': { status: 422, message: 'The document has problems.', mend: 'Correct the fields listed and send it again.' },
  'bad-host': {
    status: 403,
    message: 'This address is not served.',
    mend: 'Open it at 127.0.0.1 or localhost, or at the address that is shown beside the QR code.',
  },
  'bad-origin': { status: 403, message: 'Another site may not speak to Puddler.', mend: 'Use Puddler’s own page.' },
  'not-paired': { status: 401, message: 'This device is not paired.', mend: 'Open this address in a browser and pair it.' },
  'pairing-refused': {
    status: 403,
    message: 'This code is not right, or its time is over.',
    mend: 'Ask for a new one on the laptop: it is good for two minutes and for one device.',
  },
  'local-only': { status: 403, message: 'This is done on the machine that Puddler runs on.', mend: 'Open it there.' },
  'lan-off': { status: 409, message: 'The local network is not served.', mend: 'Switch it on first.' },
  'no-such-ask': { status: 404, message: 'No device waits for this answer any more.', mend: 'Show a new code.' },
  'no-such-device': { status: 404, message: 'This device is not paired any more.', mend: 'Nothing need be done.' },
  'too-many-devices': { status: 409, message: 'Sixteen devices are paired: that is the most.', mend: 'Remove one that you no longer use.' },
  'not-found': { status: 404, message: 'There is nothing at this address.', mend: 'Go back to the Garage.' },
  'method-not-allowed': { status: 405, message: 'This address does not take that method.', mend: 'See docs/api.md for what it takes.' },
  'no-such-document': { status: 404, message: 'This is not in the garage or on the shelf.', mend: 'It may have been deleted: look in the Garage.' },
  'no-parent': {
    status: 409,
    message: 'What this belongs to is deleted or was never there.',
    mend: 'Restore its car first, or put it under another one.',
  },
  unreadable: {
    status: 409,
    message: 'This document cannot be read: it is damaged, or a newer Puddler wrote it.',
    mend: 'It stays in the data folder as it is. Open it with the newer Puddler, or restore a backup.',
  },
  'no-such-file': {
    status: 404,
    message: 'This file is not in the data folder.',
    mend: 'It may have been moved: choose it again, or restore a backup.',
  },
  'photo-type': { status: 415, message: 'This is no photo that can be kept.', mend: 'Choose a JPEG, PNG or WebP picture.' },
  'photo-broken': { status: 422, message: 'The picture is cut short or damaged.', mend: 'Choose it again; if that fails, take a new one.' },
  'photo-too-large': { status: 413, message: 'The picture is larger than 8 MB.', mend: 'Make it smaller; 1600 pixels are plenty for wiring.' },
  'log-type': { status: 415, message: 'This is no text that could be a log.', mend: 'Choose the CSV, GPX or NMEA file that the device writes.' },
  'log-too-large': { status: 413, message: 'The log is larger than 200 MB.', mend: 'Split it, or log less often.' },
  'no-such-drive': { status: 404, message: 'The simulated devices do not know this drive.', mend: 'Open the practice day again: it tells them.' },
  'no-esc-log': { status: 404, message: 'This ESC keeps no log.', mend: 'Use the phone’s track and the thermometer.' },
  'plan-not-drivable': { status: 422, message: 'The car cannot be driven with this plan.', mend: 'Open the plan: it says what cannot be computed.' },
  stale: { status: 409, message: 'This was changed somewhere else meanwhile.', mend: 'Keep yours or take the newer one.' },
  'too-large': { status: 413, message: 'The file is too large.', mend: 'A plan file is a few kilobytes; 1 MB is the limit, 16 MB for a shelf.' },
  'unsupported-type': { status: 415, message: 'The body is not JSON.', mend: 'Send it as application/json.' },
  'bad-backup': {
    status: 422,
    message: 'This backup cannot be restored.',
    mend: 'Nothing was changed. Choose another copy of it, or another backup.',
  },
  'no-such-backup': { status: 404, message: 'The backup that was checked is not here any more.', mend: 'Choose the file again.' },
  'backup-under-way': {
    status: 409,
    message: 'A backup is being saved already.',
    mend: 'Wait until it is done, or cancel it, and save another one then.',
  },
  'unsupported-encoding': { status: 415, message: 'The body is compressed.', mend: 'Send it plain, without a Content-Encoding.' },
  'disk-full': {
    status: 507,
    message: 'The disk is full: nothing was saved.',
    mend: 'Make room on it; what you typed stays on the page and is saved then.',
  },
  'read-only': {
    status: 503,
    message: 'The data folder cannot be written to: nothing was saved.',
    mend: 'Allow this user to write there; what you typed stays on the page and is saved then.',
  },
  'damaged-database': {
    status: 503,
    message: 'The database in the data folder is damaged.',
    mend: 'Stop Puddler and restore a backup, or put one of the daily copies from backups/ in its place.',
  },
  internal: {
    status: 500,
    message: 'Something went wrong inside Puddler.',
    mend: 'What was saved is safe. Try again; the server’s log has the details.',
  },
} as const satisfies Record<string, CatalogueEntry>;

export type ErrorCode = keyof typeof ERRORS;

/** Every error body on the wire. */
export interface ErrorBody {
  error: {
    code: ErrorCode;
    message: string;
    mend: string;
    problems?: Problem[];
    /** With `stale`: the newer document, or that it is deleted. */
    newer?: Newer;
  };
}
