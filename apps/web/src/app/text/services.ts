import type { Service } from '@hearty-ladle/core';
import { serviceText } from '../messages/staff-message.ts';
import type { Option } from '../ui/fields/option.ts';

const SERVICES = ['dine-in', 'takeaway', 'delivery'] as const satisfies Service[];

/** The services as options, in the language of a locale. */
export function serviceOptions(locale: string): Option<Service>[] {
  return SERVICES.map((service) => ({ value: service, label: serviceText(locale, service) }));
}
