import * as yup from 'yup';
import { id, line, place } from '@/ui/forms/schema';

export const ROLES = [
  ['co-instructor', 'leads it with you'],
  ['assistant', 'assists: records, but does not grade or decide'],
  ['owner', 'owns it with you'],
] as const;
const role = yup
  .string()
  .oneOf(['owner', 'co-instructor', 'assistant'] as const)
  .required('Choose what they may do.');
const { projectId } = place;

export const inviteSchema = yup.object({ projectId, name: line('The name'), role });
export const changeStaffSchema = yup.object({ projectId, accountId: id('The person'), role });
export const removeStaffSchema = yup.object({ projectId, accountId: id('The person') });
