// `npm run -s predict -- a.json`: the same program with its first verb.
process.argv.splice(2, 0, 'predict');
await import('./puddler.mjs');
