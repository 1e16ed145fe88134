'use client';

import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { richTextOf } from '@/ui/forms/RichText';
import { publishBrief, saveBrief } from '@/areas/brief/write/actions';
import { briefSchema, MOST_RICH, publishSchema } from '@/areas/brief/records/brief';

const briefFields = fieldsOf(briefSchema);
const RichText = richTextOf(briefSchema);
const publishFields = fieldsOf(publishSchema);

const NAMES = {
  challenge: 'Challenge',
  setting: 'Setting',
  product: 'The product',
  account: 'The account',
  rules: 'Rules',
  hazards: 'Hazards',
  warmUp: 'Warm-up task',
  energy: 'Energy',
  banned: 'Not allowed',
  checklist: 'Checklist',
};

export function BriefForm({
  projectId,
  version,
  values,
  back,
}: {
  projectId: string;
  version: number;
  values: Record<string, unknown>;
  back: string;
}) {
  return (
    <RecordForm
      id={`brief-${projectId}`}
      schema={briefSchema}
      values={values}
      fixed={{ projectId, version }}
      submit={saveBrief}
      label="Save brief"
      saved="Saved. Students see it once you publish it."
      names={NAMES}
      then={back}
      cancel={back}
    >
      <RichText name="challenge" label="Challenge" most={MOST_RICH} hint="What the client needs, in a few sentences." />
      <RichText
        name="setting"
        label="Setting"
        most={MOST_RICH}
        hint="Where it is used, by whom, what is there already."
      />
      <RichText name="product" label="Deliverables: the product" most={MOST_RICH} />
      <RichText
        name="account"
        label="Deliverables: the account of why it is as it is"
        most={MOST_RICH}
        hint="Presentation, drawing with numbered steps, notebook."
      />
      <RichText name="rules" label="Rules" most={MOST_RICH} />
      <p className="callout">
        Limits of size, mass and cost are requirements whose source is a rule. They stand in the brief by themselves,
        and are written only there.
      </p>
      <briefFields.Rows
        name="kit"
        label="Kit: what may be used"
        empty={{ item: '', quantity: '', note: '' }}
        add="Add an item"
      >
        {(path) => (
          <>
            <briefFields.Text name={`${path}.item`} label="Item" className="grow min-w-52" />
            <briefFields.Text name={`${path}.quantity`} label="Quantity" className="w-32" />
            <briefFields.Text name={`${path}.note`} label="Remark" className="grow min-w-40" />
          </>
        )}
      </briefFields.Rows>
      <div className="flex flex-wrap gap-3">
        <briefFields.Area name="banned" label="Not allowed, one per line" rows={3} className="grow min-w-60" />
        <briefFields.Text name="energy" label="Energy allowed" className="grow min-w-52" hint="Like: gravity only." />
        <briefFields.Decimal name="teamFrom" label="Team size from" className="w-32" />
        <briefFields.Decimal name="teamTo" label="to" className="w-24" />
      </div>
      <briefFields.Rows name="fixedDates" label="Dates that can’t move" empty={{ date: '', what: '' }} add="Add a date">
        {(path) => (
          <>
            <briefFields.Text name={`${path}.date`} label="Date" type="date" className="w-44" />
            <briefFields.Text name={`${path}.what`} label="What is on it" className="grow min-w-60" />
          </>
        )}
      </briefFields.Rows>
      <RichText
        name="hazards"
        label="Hazards"
        most={MOST_RICH}
        hint="Local codes, the school’s rules and licensed practice come first."
      />
      <RichText name="warmUp" label="Warm-up task" most={MOST_RICH} hint="A day or two, before the work itself." />
      <briefFields.Area name="checklist" label="Its checklist, one point per line" rows={3} />
    </RecordForm>
  );
}

export function PublishForm({ projectId, version, next }: { projectId: string; version: number; next: number }) {
  return (
    <RecordForm
      id={`publish-${projectId}`}
      schema={publishSchema}
      values={{ note: '' }}
      fixed={{ projectId, version }}
      submit={publishBrief}
      label={`Publish as version ${next}`}
      saved={`Version ${next} is published.`}
      compact
    >
      <publishFields.Text name="note" label="What is new, for students" className="grow min-w-60" />
    </RecordForm>
  );
}
