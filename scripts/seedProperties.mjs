import fc from 'fast-check';

// Property tests draw the same cases on every machine and every day.
// `npm run properties` gives a seed of its own and more of them.
const own = process.env.NESTLE_SEED;
fc.configureGlobal(own ? { seed: Number(own), numRuns: 300 } : { seed: 20260603 });
