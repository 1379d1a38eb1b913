import type { House } from '@hearty-ladle/core';
import { EntitySchema } from 'typeorm';

/** The house's live settings (null: the defaults), and the secret with which it signs what devices keep. */
export interface HouseRow { id: number; version: number; body: House | null; secret: string }
export const HouseEntity = new EntitySchema<HouseRow>({
  name: 'house',
  columns: {
    id: { type: 'integer', primary: true, primaryKeyConstraintName: 'pk_house' },
    version: { type: 'integer' },
    body: { type: 'jsonb', nullable: true },
    secret: { type: 'text', select: false },
  },
});

/** Wrong PINs of one known device, or of all unknown ones together. */
export interface PinBucketRow {
  id: string;
  /** Since the last pause. */
  failures: number;
  pauses: number;
  blockedUntil: Date | null;
  failedAt: Date;
}
export const PinBucketEntity = new EntitySchema<PinBucketRow>({
  name: 'pin_bucket',
  columns: {
    id: { type: 'text', primary: true, primaryKeyConstraintName: 'pk_pin_bucket' },
    failures: { type: 'integer' },
    pauses: { type: 'integer' },
    blockedUntil: { type: 'timestamptz', name: 'blocked_until', nullable: true },
    failedAt: { type: 'timestamptz', name: 'failed_at' },
  },
});
