import fc from 'fast-check';

// The same cases each time, so that what fails fails again; other ones by FAST_CHECK_SEED.
fc.configureGlobal({ seed: Number(process.env['FAST_CHECK_SEED'] ?? 20260414) });
// A failing case is made smaller for so long and no longer.
fc.installGlobalPlugin(fc.interruptAfterTimeLimit(40_000));
