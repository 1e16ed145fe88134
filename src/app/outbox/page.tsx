import { Outbox } from '@/ui/outbox/Outbox';
import { Plain } from '@/ui/sheet/Plain';

export default function OutboxPage() {
  return (
    <Plain
      title="Entries of this device"
      about="What was entered here, whether it has reached the server, and what can be done where it has not. Sent entries stay in view for a day."
      wide
    >
      <Outbox />
    </Plain>
  );
}
