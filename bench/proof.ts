import { truth } from './truth';

truth(Number(process.argv[2] ?? 60));
