/** Types of photo that are kept. */
export const PHOTO_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const;
export type PhotoType = (typeof PHOTO_TYPES)[number];

/** A photo as sent: the page makes it smaller before. */
export const MOST_PHOTO_BYTES = 8 * 1024 * 1024;

/** A log as sent. */
export const MOST_LOG_BYTES = 200 * 1024 * 1024;

/** A file's name where it came from. */
export const LONGEST_FILE_NAME = 255;
