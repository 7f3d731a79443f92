import { PISTON_PLACES, type Nanometres, type PistonPlace } from '@tribos/core';
import { IsIn, IsInt, IsNumber, Max, Min } from 'class-validator';
import { IsId, IsLength, OrNull } from '../kit/rules.js';

const PARTS = ['bore', 'land', 'piston', 'pin', 'pin-bore', 'small-end'] as const;
const GAPS = ['clearance', 'ring-gap'] as const;
class OnCylinder {
  @IsInt()
  @Min(0)
  @Max(11)
  cylinder!: number;
}

export class StationBody extends OnCylinder {
  @IsIn(PARTS)
  part!: (typeof PARTS)[number];
}

export class BoreStationBody extends StationBody {
  declare part: 'bore';

  @IsLength()
  depth!: Nanometres;

  @IsNumber()
  @Min(0)
  @Max(359.999)
  angle!: number;
}

export class LandStationBody extends StationBody {
  declare part: 'land';
}

export class PistonStationBody extends StationBody {
  declare part: 'piston';

  @IsIn(Object.keys(PISTON_PLACES))
  place!: PistonPlace;

  @OrNull()
  @IsId()
  kit!: string | null;
}

export class PinStationBody extends StationBody {
  declare part: 'pin';

  @IsIn(['middle', 'end'])
  place!: 'middle' | 'end';
}

export class PinBoreStationBody extends StationBody {
  declare part: 'pin-bore';
}

export class SmallEndStationBody extends StationBody {
  declare part: 'small-end';
}

export class GapStationBody extends OnCylinder {
  @IsIn(GAPS)
  part!: (typeof GAPS)[number];
}

export class ClearanceStationBody extends GapStationBody {
  declare part: 'clearance';

  @OrNull()
  @IsId()
  kit!: string | null;
}

export class RingGapStationBody extends GapStationBody {
  declare part: 'ring-gap';

  @IsIn(['top', 'second'])
  ring!: 'top' | 'second';

  @IsLength()
  depth!: Nanometres;
}
