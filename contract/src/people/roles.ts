export const ROLES = ['lead', 'technician', 'apprentice'] as const;
export type Role = (typeof ROLES)[number];

/** What a person may do. One table, used by the server to allow and by the screens to offer. */
export const PERMISSIONS = {
  read: 'look at everything of the shop',
  measure: 'take readings, write notes and findings',
  'edit-job': 'open jobs and change their details',
  decide: 'decide the way out of a job',
  'edit-specs': 'copy limits, engines and kits',
  'check-specs': 'check what another has copied',
  'edit-gauges': 'add gauges and change their figures',
  govern: 'override a source, or adopt one maker’s figures for another’s part',
  'see-record': 'see who did what, and prove the record',
  'manage-people': 'invite people, change roles, see people off',
  'manage-shop': 'set the shop’s rules, benches and money',
} as const;
export type Permission = keyof typeof PERMISSIONS;

const MAY: Record<Role, readonly Permission[]> = {
  lead: Object.keys(PERMISSIONS) as Permission[],
  technician: ['read', 'measure', 'edit-job', 'decide', 'edit-specs', 'check-specs', 'edit-gauges'],
  apprentice: ['read', 'measure', 'edit-job', 'check-specs'],
};

/** Wants the password: not for somebody who was only changed to by PIN. */
const BY_PASSWORD: readonly Permission[] = ['manage-people', 'manage-shop', 'govern'];

/** Whether somebody who came in by PIN has to sign in first. */
export const wantsPassword = (permission: Permission): boolean => BY_PASSWORD.includes(permission);

export const may = (role: Role, permission: Permission): boolean => MAY[role].includes(permission);
