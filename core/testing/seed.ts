import fc from 'fast-check'

/**
 * Where a change is judged, properties are tried on the same values each time, so that one tree gets one
 * answer; everywhere else they go on looking for what nobody has tried.
 */
if (process.env.CI) fc.configureGlobal({ ...fc.readConfigureGlobal(), seed: 20_261_126 })
