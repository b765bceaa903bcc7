export { wordFor } from '@puddler/core';
