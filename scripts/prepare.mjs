import { requirePackages } from './machine.mjs';
import { main } from './say.mjs';

// what the checks need: the packages of the lockfile
await main(() => requirePackages());
