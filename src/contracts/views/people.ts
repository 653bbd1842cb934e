export type Role = 'trainee' | 'technician' | 'lead' | 'owner';

export interface PersonView {
  id: string;
  name: string;
  role: Role;
  active: boolean;
  hasPassword: boolean;
}

/** A tablet that was let in. */
export interface DeviceView {
  id: string;
  name: string;
  enrolledBy: string;
  enrolledAt: Date;
  seenAt: Date;
  revokedAt: Date | null;
}
