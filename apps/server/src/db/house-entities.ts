import type { House } from '@hearty-ladle/core';
import { EntitySchema } from 'typeorm';

/** The live settings (null: defaults), and the secret that signs tokens. */
export interface HouseRow {
  id: number;
  version: number;
  body: House | null;
  secret: string;
  /** Of the link by which the first owner is made; null once there is one. */
  ownerTokenHash: string | null;
}
export const HouseEntity = new EntitySchema<HouseRow>({
  name: 'house',
  columns: {
    id: { type: 'integer', primary: true, primaryKeyConstraintName: 'pk_house' },
    version: { type: 'integer' },
    body: { type: 'jsonb', nullable: true },
    secret: { type: 'text', select: false },
    ownerTokenHash: { type: 'text', name: 'owner_token_hash', nullable: true, select: false },
  },
});
