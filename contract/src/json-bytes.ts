/** The bytes by which a JSON text is parted. */
export const QUOTE = 0x22;
export const COMMA = 0x2c;
export const COLON = 0x3a;
export const OPEN_LIST = 0x5b;
export const BACKSLASH = 0x5c;
export const CLOSE_LIST = 0x5d;
export const OPEN_OBJECT = 0x7b;
export const CLOSE_OBJECT = 0x7d;
