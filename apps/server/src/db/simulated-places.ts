/** The mode of a simulated printer whose place a real one has, or none; never shown. */
export const NOT_SIMULATED = 'none';
