import { benchTries } from '/work/main/bench/tries';
await benchTries(Number(process.argv[2] ?? 10), process.argv.includes('--harsh'));
