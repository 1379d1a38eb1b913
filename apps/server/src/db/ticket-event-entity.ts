import { EntitySchema } from 'typeorm';
import { safeInteger } from './safe-integer.ts';

/** A ticket was bumped or recalled. Append-only. */
export interface TicketEventRow {
  id: number;
  ticketId: string;
  at: Date;
  what: 'bumped' | 'recalled';
}
export const TicketEventEntity = new EntitySchema<TicketEventRow>({
  name: 'ticket_event',
  columns: {
    id: {
      type: 'bigint',
      primary: true,
      primaryKeyConstraintName: 'pk_ticket_event',
      generated: 'increment',
      transformer: safeInteger,
    },
    ticketId: {
      type: 'uuid',
      name: 'ticket_id',
      foreignKey: { target: 'ticket', inverseSide: 'id', name: 'fk_ticket_event_ticket', onDelete: 'CASCADE' },
    },
    at: { type: 'timestamptz' },
    what: { type: 'text' },
  },
  indices: [{ name: 'ix_ticket_event_ticket', columns: ['ticketId'] }],
});
