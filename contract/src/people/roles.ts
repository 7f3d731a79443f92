export const ROLES = ['lead', 'technician', 'apprentice'] as const;
export type Role = (typeof ROLES)[number];

/** What a person may do. One table, used by the server to allow and by the screens to offer. */
export type Permission =
  'read' | 'measure' | 'edit-job' | 'decide' | 'edit-specs' | 'check-specs' | 'edit-gauges' | 'see-record';

const MAY: Record<Role, readonly Permission[]> = {
  lead: ['read', 'measure', 'edit-job', 'decide', 'edit-specs', 'check-specs', 'edit-gauges', 'see-record'],
  technician: ['read', 'measure', 'edit-job', 'decide', 'edit-specs', 'check-specs', 'edit-gauges'],
  apprentice: ['read', 'measure', 'edit-job', 'check-specs'],
};

export const may = (role: Role, permission: Permission): boolean => MAY[role].includes(permission);
