/** Cautions of taking an engine apart and testing it before, short, by what they are about. They defer to the maker’s manual. */
export const CAUTIONS = {
  machine:
    'Battery off, fuel off and drained, engine cold, machine secured on a stand or lift rated for it. Saw: chain and bar off, plug lead off.',
  cranking:
    'Ignition and fuel disabled, throttle held, plug leads earthed; nobody near openings while it is cranked.',
  'leak-test':
    'Low pressure only, through a regulator and relief, never shop line pressure; stay clear of blanking plates.',
  washing: 'Close every opening first: water in a crankcase ruins bearings.',
  solvents:
    'Gloves, eye protection, ventilation, no ignition source. Waste oil, coolant, fuel and solvent go to licensed disposal under local rules.',
  gaskets: 'Old gaskets may contain asbestos: do not dry-scrape or blow; wet, bag, local rules.',
  springs: 'Stored energy: eye protection, cover with a cloth, hands clear of the path.',
  flywheel:
    'Thread the puller in fully but not past the depth given; face clear of the bolt line; magnets pinch. Never strike the crank end.',
  turning: 'Fingers out of gears, ports, chain and between rod and case before anything turns.',
  sharp: 'Rings, scrapers and port edges cut: gloves where the feel allows it.',
  penetrants:
    'Flammable: none near heat guns, hot plates or grinding; wipe and let evaporate before anything is warmed.',
  heat: 'Heat gloves, no naked flame, seals and plastic out, no solvent or spray near; fume goes outdoors.',
  air: 'Never spin a bearing with compressed air; eye protection.',
  lifting:
    'Engines are heavy and slip: lift with help or a hoist; the machine is supported before anything that carries it comes off.',
  pry: 'Never pry at a sealing face: a soft mallet at the lugs, and look for the bolt still in.',
} as const;
export type Caution = keyof typeof CAUTIONS;
export const CAUTION_KEYS = Object.keys(CAUTIONS) as readonly Caution[];
