const RAD = Math.PI / 180;

/**
 * Room between a valve and the piston after the head came nearer: it comes along the cylinder, the valve along its stem.
 * @param room        smallest room swept ± 25° about top dead centre, in any unit
 * @param nearer      how much nearer the head is, in the same; negative where it is further off
 * @param inclination of the stem from the cylinder's axis, degrees
 * @example roomAfter(1.8, 0.2, 20) // 1.612
 */
export const roomAfter = (room: number, nearer: number, inclination: number): number =>
  room - nearer * Math.cos(inclination * RAD);
