'use client';

import { RecordForm } from '@/ui/forms/RecordForm';
import { becomeOwner } from '@/ui/outbox/owner';
import { fieldsOf } from '@/ui/forms/fields';
import { changePassword, setUp, signIn } from '@/areas/course/write/accounts/actions';
import { LEAST_OF_INSTRUCTORS, passwordSchema, setUpSchema, signInSchema } from '@/areas/course/records/accounts';

const signInFields = fieldsOf(signInSchema);
const setUpFields = fieldsOf(setUpSchema);
const passwordFields = fieldsOf(passwordSchema);

export function SignInForm({ next, share }: { next: string; share: boolean }) {
  return (
    <RecordForm
      id="sign-in"
      keepDraft={false}
      schema={signInSchema}
      values={{ login: '', password: '' }}
      fixed={{ share }}
      submit={signIn}
      label={share ? 'Sign in beside them' : 'Sign in'}
      saved="Signed in."
      then={() => {
        // Loaded anew, so that nothing of who was here before is left in this page.
        void becomeOwner('').finally(() => location.assign(next));
        return '';
      }}
    >
      <signInFields.Text name="login" label="Name" autoComplete="username" />
      <signInFields.Text name="password" label="Password" type="password" autoComplete="current-password" />
    </RecordForm>
  );
}

export function SetUpForm() {
  return (
    <RecordForm
      id="set-up"
      keepDraft={false}
      schema={setUpSchema}
      values={{ token: '', name: '', login: '', password: '' }}
      submit={setUp}
      label="Create account"
      saved="Account created."
      then="/projects"
    >
      <setUpFields.Text name="token" label="Token printed on the console" mono autoComplete="off" />
      <setUpFields.Text name="name" label="Your name" autoComplete="name" />
      <setUpFields.Text name="login" label="Sign-in name" autoComplete="username" />
      <setUpFields.Text
        name="password"
        label="Password"
        type="password"
        autoComplete="new-password"
        hint={`At least ${LEAST_OF_INSTRUCTORS} characters, and none that many people use.`}
      />
    </RecordForm>
  );
}

export function PasswordForm({ least }: { least: number }) {
  return (
    <RecordForm
      id="password"
      keepDraft={false}
      schema={passwordSchema}
      values={{ current: '', password: '' }}
      submit={changePassword}
      label="Change the password"
      saved="The password is changed; other devices are signed out."
      then="/projects"
    >
      <passwordFields.Text name="current" label="Current password" type="password" autoComplete="current-password" />
      <passwordFields.Text
        name="password"
        label="New password"
        type="password"
        autoComplete="new-password"
        hint={`At least ${least} characters, and none that many people use.`}
      />
    </RecordForm>
  );
}
