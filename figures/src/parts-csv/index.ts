/** Parts of the shelf from and to CSV. */
export * from './csv-columns';
export * from './csv-parts';
export * from './csv-text';
export * from './write-csv';
