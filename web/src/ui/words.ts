export { CHOICE_WORDS, wordFor } from '@puddler/core';
