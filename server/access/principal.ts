import type { Role } from '#contract/schemas/access';

/** Who is asking, and by what right. */
export interface Principal {
  userId: number;
  name: string;
  email: string;
  role: Role;
  unitId: number;
  /** Set for browsers: changes must carry it. Scripts with a token have none. */
  csrf: string | null;
  /** False for a token that only reads. */
  canWrite: boolean;
}
