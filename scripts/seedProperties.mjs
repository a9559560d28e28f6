import fc from 'fast-check';

// Property tests draw the same cases on every machine and every day.
fc.configureGlobal({ seed: 20260603 });
