import * as yup from 'yup';
import { key, line, optionalId, place, prose } from '@/ui/forms/schema';
import { projectFields } from '@/ui/forms/projectSchema';

export const templateSchema = yup.object({ ...place, title: line('The title'), about: prose('What it is for') });
export const removeTemplateSchema = yup.object({ id: key() });
/** A new project: from a template, or with none from nothing. */
export const newProjectSchema = yup.object({
  /** The client's, so that asking twice makes one. */
  id: optionalId(),
  template: yup.string().default('').max(80),
  /** Templates whose events are taken along. */
  more: yup.array(key()).default([]).max(5, 'Take the events of at most 5 templates.'),
  ...projectFields,
});
