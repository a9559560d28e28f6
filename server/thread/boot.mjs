// A worker thread does not get the loader of its parent: it registers it, then becomes what it is.
import { register } from 'tsx/esm/api';

register();
await import('./entry.ts');
