import { requireBuild } from './machine.mjs';

/** For Vitest: no test runs against an old build. */
export default function setup() {
  requireBuild();
}
