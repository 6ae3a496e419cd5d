/**
 * The shared set of positions that figures are written with, in the text form of `read.ts`. One may name others; what stands after a name
 * changes it.
 */
export const POSES_TEXT = `
# Standing
pose hang: shoulders bend 4 out 7 turn 0, elbows 14
pose stand: upright, feet flat on floor, hips 0 out 2, hang
pose stand wide: upright, feet flat on floor, hips 0 out 19 turn 18, hang
pose stand apart: upright, feet flat on floor, hips 0 out 11 turn 8, hang
pose stand together: upright, feet flat on floor, hips 0 out -2, hang
pose on toes: feet on toes, ankles -42
pose soft knees: knees 22, hips 20, lean 6
pose squat quarter: upright, feet flat on floor, lean 20, hips 52 out 10, knees 50, neck -12, hang
pose squat half: upright, feet flat on floor, lean 30, hips 88 out 10, knees 82, neck -18, hang
pose squat deep: upright, feet flat on floor, lean 38, hips 126 out 12 turn 8, knees 116, neck -24, hang
pose squat wide: upright, feet flat on floor, lean 20, hips 92 out 28 turn 24, knees 92, neck -14, hang
pose squat wide half: upright, feet flat on floor, lean 14, hips 58 out 28 turn 20, knees 58, neck -8, hang
pose hinge: upright, feet flat on floor, lean 62, hips 78 out 5, knees 24, neck -26, shoulders bend 58 out 4, elbows 6
pose hinge half: upright, feet flat on floor, lean 36, hips 46, knees 18, neck -18, shoulders bend 34 out 4, elbows 8
pose hinge deep: upright, feet flat on floor, lean 74, hips 98 out 6, knees 34, neck -30, shoulders bend 72 out 4, elbows 4
pose pick up: upright, feet flat on floor, lean 52, hips 112 out 8, knees 78, neck -26, shoulders bend 50 out 2, elbows 2

# One leg before the other; the right is in front
pose split: upright, right foot flat on floor, left foot on toes on floor, right hip 30, right knee 12, left hip -12, left knee 14, left ankle 4, hang
pose lunge: upright, right foot flat on floor, left foot on toes on floor, lean 6, right hip 96, right knee 88, left hip 0, left knee 84, left ankle 22, neck -4, hang
pose lunge half: upright, right foot flat on floor, left foot on toes on floor, lean 5, right hip 66, right knee 54, left hip -8, left knee 46, left ankle 12, hang
pose lunge side: upright, feet flat on floor, lean 34, tip 0, right hip 92 out 22 turn 12, right knee 84, left hip 32 out 34, left knee 6, neck -20, hang
pose one leg: upright, right foot flat on floor, right hip 4 out -3, right knee 6, left hip 18, left knee 42, left ankle -12, hang
pose knee up: upright, left foot flat on floor, left hip 2 out -3, left knee 3, right hip 95, right knee 95, right ankle 0, hang
pose knee high: upright, left foot flat on floor, left hip 2 out -3, left knee 3, right hip 112, right knee 108, right ankle -10, hang

# Arms
pose arms forward: arms at 86, shoulders out 4 turn 0, elbows 4, wrists 0
pose arms overhead: shoulders bend 172 out 4 turn 0, elbows 8, wrists 0
pose arms up and out: shoulders bend 168 out 24 turn 0, elbows 4, wrists 0
pose arms out: shoulders bend 0 out 88 turn 0, elbows 4, wrists 0
pose arms back: shoulders bend -38 out 8 turn 0, elbows 10, wrists 0
pose hands at chest: shoulders bend 26 out 16 turn -34, elbows 136, wrists 0
pose hands at shoulders: shoulders bend 24 out 14 turn 0, elbows 146, wrists 0
pose elbows wide: shoulders bend 0 out 84 turn 88, elbows 92, wrists 0
pose hands on hips: shoulders bend -26 out 44 turn -60, elbows 96, wrists -30
pose hands behind head: shoulders bend 70 out 74 turn 62, elbows 138, wrists 0
pose guard: shoulders bend 42 out 8 turn -10, elbows 128, wrists 0
pose arms crossed: shoulders bend 42 out 4 turn -58, elbows 118, wrists 0
pose arms run: left shoulder bend 34 out 8 turn -14, left elbow 95, right shoulder bend -38 out 10, right elbow 84
pose hands together: shoulders bend 40 out -6 turn -18, elbows 100, wrists 0
pose bell at chest: hands at chest, hold bell in both
pose bells at shoulders: hands at shoulders, hold bells
pose bells in hands: hang, hold bells
pose dumbbells in hands: hang, hold dumbbells
pose dumbbells at shoulders: hands at shoulders, hold dumbbells
pose ball at chest: shoulders bend 22 out 14 turn -30, elbows 122, wrists 0, hold ball in both
pose bag at chest: shoulders bend 30 out 8, elbows 138, wrists 0, hold bag in both
pose bag on shoulders: shoulders bend 60 out 60 turn 60, elbows 132, wrists 0, hold bag in both

# On hands and feet
pose plank: upright, feet on toes on floor, hands on floor, lean 70, shoulders bend 72 out 3, elbows 4, ankles 14, neck -8
pose plank low: upright, feet on toes on floor, hands on floor, lean 82, shoulders bend 20 out 42, elbows 96, ankles 14, neck -12
pose plank close low: upright, feet on toes on floor, hands on floor, lean 82, shoulders bend 8 out 6, elbows 110, ankles 14, neck -12
pose forearm plank: upright, elbows on floor, feet on toes on floor, lean 80, shoulders bend 82 out 3, elbows 90, ankles 14, neck -8
pose knee plank: upright, knees on floor, hands on floor, feet on insteps on floor, lean 62, hips 0, shoulders bend 66 out 3, elbows 4, neck -8
pose knee plank low: upright, knees on floor, hands on floor, feet on insteps on floor, lean 80, hips 0, shoulders bend 20 out 40, elbows 96, neck -12
pose all fours: upright, knees on floor, hands on floor, feet on insteps on floor, lean 75, hips 75, shoulders bend 78 out 3, elbows 4, neck -10
pose bear: upright, feet on toes on floor, hands on floor, lean 84, hips 92, knees 100, shoulders bend 86 out 3, elbows 4, ankles 30, neck -12
pose pike: upright, feet on toes on floor, hands on floor, lean 128, hips 92, knees 4, shoulders bend 168 out 4, elbows 4, ankles 20, neck 10
pose down dog: upright, feet flat on floor, hands on floor, lean 132, hips 96, knees 10, shoulders bend 172 out 5, elbows 4, neck 14
pose squat hands down: upright, feet on toes on floor, hands on floor, lean 62, hips 128, knees 134, shoulders bend 70 out 2, elbows 4, ankles 24, neck -20
pose side plank: upright, right elbow on floor, right foot flat on floor, tip 68, right shoulder bend 0 out 68, right elbow 90
pose crab: upright, feet flat on floor, hands on floor, lean -55, hips 52, knees 91, shoulders bend -58 out 6, elbows 4, neck 24
pose reverse plank: upright, feet on heels on floor, hands on floor, lean -66, hips 0, knees 2, shoulders bend -57 out 6, elbows 4, ankles -12, neck 14

# Kneeling
pose kneel tall: upright, knees on floor, feet on insteps on floor, hips 0 out 3, hang
pose half kneel: upright, left knee on floor, left foot on toes on floor, right foot flat on floor, right hip 92, right knee 92, left hip 2, hang
pose heel sit: upright, knees on floor, feet on insteps on floor, lean 8, hips 81, knees 141, hang
pose child rest: upright, knees on floor, feet on insteps on floor, lean 68, low 26, high 18, hips 134, knees 150, arms at -86, shoulders out 12, elbows 6, neck -16

# On the back
pose lie: upright, back on floor, seat on floor, lean -90, hips 0 out 3, knees 0, shoulders bend 4 out 14, elbows 8, neck 4
pose lie knees bent: upright, back on floor, seat on floor, feet flat on floor, lean -90, hips 52 out 3, knees 104, shoulders bend 4 out 12, elbows 6, neck 4
pose bridge: upright, back on floor, feet flat on floor, lean -116, hips 4 out 3, knees 92, shoulders bend -22 out 12, elbows 4, neck 34
pose lie legs up: upright, back on floor, seat on floor, lean -90, hips 88 out 2, knees 6, shoulders bend 4 out 12, elbows 6, neck 4
pose tabletop: upright, back on floor, seat on floor, lean -90, hips 90 out 3, knees 90, shoulders bend 4 out 12, elbows 6, neck 4
pose curl up: low 16, high 34, neck 26
pose hollow: upright, seat on floor, lean -90, low 10, high 16, neck 18, hips 14, knees 3, ankles -30, arms at 246, elbows 6

# On the front
pose prone: upright, front on floor, lean 90, hips 0 out 4, knees 0, ankles -50, shoulders bend 160 out 16, elbows 10, neck -4

# On the side, seen from the front; the right is up
pose lie side: upright, flank on floor, tip -90, hips 8, knees 6, left shoulder bend 84 out -10, left elbow 60, right shoulder bend 10 out 4, right elbow 20

# Seated
pose sit floor: upright, seat on floor, feet flat on floor, lean -10, hips 126, knees 98, hang
pose long sit: upright, seat on floor, lean 0, hips 88, knees 4, ankles 0, hang
pose lean back sit: upright, seat on floor, feet on heels on floor, lean -38, hips 96, knees 94, neck 10, hands together
pose v sit: upright, seat on floor, lean -40, hips 86, knees 8, ankles -20, neck 12, shoulders bend 52 out 4, elbows 4
pose sit chair: upright, seat on chair, feet flat on floor, lean 0, hips 88 out 4, knees 90, chair at -0.02, hang

pose arms along: arms at 86, shoulders out 12 turn 0, elbows 6, wrists 0
pose plank high: plank, lean 69, hips 7, shoulders bend 71
pose land: upright, feet flat on floor, lean 8, hips 32 out 2, knees 32, hang
pose land wide: upright, feet flat on floor, lean 8, hips 32 out 20 turn 14, knees 32, hang
pose land together: upright, feet flat on floor, lean 6, hips 26 out -1, knees 28, hang
pose run: upright, right foot on toes on floor, lean 4, right hip 14, right knee 28, right ankle 0, left hip 46, left knee 84, left ankle -10, arms run mirrored
pose walk: upright, right foot on heel on floor, left foot on toes on floor, lean 2, right hip 22, right knee 6, right ankle 4, left hip -12, left knee 18, left ankle -6, left shoulder bend 22 out 6, left elbow 16, right shoulder bend -18 out 6, right elbow 10
pose plank wide: plank, hips out 18
pose thrust hop: upright, leaning, hands on floor, lean 87, hips 80, knees 84, shoulders bend 88 out 3, elbows 4, ankles -10, neck -14
pose hand on belly: left shoulder bend 6 out 14 turn -66, left elbow 92, right shoulder bend 12 out 18 turn -60, right elbow 116
pose carry: walk, shoulders bend 2 out 8, elbows 6
`;
