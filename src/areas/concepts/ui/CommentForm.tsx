'use client';

import { useState } from 'react';
import { fieldsOf } from '@/ui/forms/fields';
import { newId } from '@/ui/forms/newId';
import { RecordForm } from '@/ui/forms/RecordForm';
import { useEntry, WhoEnters } from '@/ui/outbox/Entering';
import { commentSchema } from '@/areas/concepts/records/concepts';

const { Area } = fieldsOf(commentSchema);

interface Props {
  projectId: string;
  conceptId: string;
  title: string;
  /** The client's link has a door of its own. */
  path: '/api/v1/comments' | '/api/v1/client-comments';
}

/** A comment on a concept. */
export function CommentForm({ projectId, conceptId, title, path }: Props) {
  const [id, renew] = useState(newId);
  const enter = useEntry();
  return (
    <RecordForm
      key={id}
      id={`comment-${conceptId}`}
      schema={commentSchema}
      values={{ text: '' }}
      fixed={{ projectId, conceptId, id }}
      submit={(input) => enter({ path, title: `Comment on “${title}”`, body: input, objectId: id })}
      label="Post comment"
      saved="Noted."
      then={() => (renew(newId()), '')}
    >
      <WhoEnters />
      <Area name="text" label={`What you think of “${title}”`} rows={2} />
    </RecordForm>
  );
}
