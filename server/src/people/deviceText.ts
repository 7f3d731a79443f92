const SYSTEMS: readonly (readonly [RegExp, string])[] = [
  [/iphone|ipad/iu, 'Apple tablet or phone'],
  [/android/iu, 'Android'],
  [/windows/iu, 'Windows'],
  [/mac os/iu, 'Mac'],
  [/linux|x11/iu, 'Linux'],
];

/** What a browser says it runs on, in a word or two that its owner knows again. */
export function deviceText(agent: string): string {
  const system = SYSTEMS.find(([re]) => re.test(agent))?.[1] ?? 'unknown device';
  return /mobile/iu.test(agent) ? `${system}, a phone` : system;
}
