export const PANTRY_FORMAT = 'hearty-ladle/pantry@1';
