/**
 * Behaviours of a simulated printer. `slow`: about 60 mm of paper per second. `echoes`: returns what it receives and
 * prints nothing. `drops`: prints half a ticket and closes the connection. `away`: nothing answers at its address.
 */
export const PRINTER_MODES = ['ok', 'slow', 'out-of-paper', 'jammed', 'stalled', 'echoes', 'drops', 'away'] as const;
