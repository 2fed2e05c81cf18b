import fc from 'fast-check';

// the same tries on every run, so that a red one can be run again; SEED=… tries others
fc.configureGlobal({ ...fc.readConfigureGlobal(), seed: Number(process.env.SEED ?? 20261126) });
