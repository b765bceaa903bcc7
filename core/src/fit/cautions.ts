/** What can hurt at the bench, said at the step where it can. */
export const CAUTIONS = {
  lithium:
    'Lithium packs: a charger for that chemistry, never below the cut-off, never unattended, in a fire-safe place. A pack that is puffed or dented is not used.',
  unplugged: 'Pack unplugged, and out of the car.',
  filing:
    'Eye protection on, the motor’s openings taped shut, the work clamped, filings kept out of the motor. Fingers and sleeves away from what turns.',
  cutting: 'Eye protection on. Cut ribs and bosses only, never what carries a load.',
  vice: 'Press with a vice, slowly and straight; never hammer toward the bearings.',
  soldering: 'Pack away from the iron, polarity checked twice, every joint insulated. In doubt ask a hobby shop or a licensed electrician.',
  pinionOff: 'Pinion off, the motor held down: it starts without warning.',
  wheelsUp:
    'All wheels off the ground, hands and hair away from wheels and gears. Never full throttle on the stand: without load tyres grow and bearings run past their speed.',
  gears: 'Fingers out of the gears; pack unplugged.',
  hot: 'Motor and ESC can burn a finger: go near before you touch.',
  speed: 'Drive only in a closed, empty place with permission, away from people, roads and traffic; follow local rules.',
} as const;
