/** Twelve lines of notes, as an instructor types them. */
export const TWELVE_LINES = `Tuesday legs + core
18:30, 45 min
warm up 5 mins - jog, high knees, hip circles
40/20 x 3, 1 min between
goblet squat 16kg
lunges
burpies (step back if knees)
plank
tabata swings / sit ups
stretch 30s each: quads, hams e/s
rower 12 cal
bring the blue bands!!`;
