// Property tests draw the same cases each time, so that a failure is there again at the next run;
// STURVO_SEED=N draws others.
const fc = require('fast-check')
fc.configureGlobal({ seed: Number(process.env.STURVO_SEED ?? 1) })
