/** The pennant of a note as a path, 9 by 11; where it stands is the picture's. */
export const PENNANT = 'M1 11V0.5M1 1h8l-2.2 2.7L9 6.4H1';
