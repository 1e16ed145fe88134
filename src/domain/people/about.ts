import { type Sql } from '@/db/connection';

/** Everything that is kept about one person, for them to have; secrets are left out, as only hashes of them are kept. */
export async function aboutPerson(sql: Sql, accountId: string) {
  const [
    account,
    sessions,
    slips,
    attempts,
    enrolments,
    actions,
    questions,
    notes,
    owns,
    read,
    entries,
    absences,
    handIns,
    signOffs,
    operated,
    made,
    checked,
    concepts,
    comments,
    wishes,
    ratings,
    ballots,
    charters,
    parts,
    history,
  ] = await Promise.all([
    sql`select kind, login, name, student_number, created_at, erased_at from account where id = ${accountId}`,
    sql`select device, shared, created_at, expires_at, revoked_at from session where account_id = ${accountId} order by created_at`,
    sql`select made_at, expires_at, used_at from sign_in_slip where account_id = ${accountId} order by made_at`,
    sql`select t.at, t.address, t.succeeded from sign_in_attempt t join account a on lower(a.login) = t.login
      where a.id = ${accountId} order by t.at`,
    sql`select p.title as project, s.name as section, t.name as team, m.role, e.left_on from enrolment e
      join project p on p.id = e.project_id join section s on s.id = e.section_id
      left join team_member m on m.project_id = e.project_id and m.account_id = e.account_id left join team t on t.id = m.team_id
      where e.account_id = ${accountId} order by p.title`,
    sql`select what, due_on, state from action where owner_id = ${accountId} order by due_on`,
    sql`select text, created_at, hidden from question where asked_by = ${accountId} order by created_at`,
    sql`select text, made_at, taken_back_at from note where author_id = ${accountId} order by made_at`,
    sql`select code, statement from requirement where owner_id = ${accountId} order by code`,
    sql`select number, read_at from brief_read where account_id = ${accountId}`,
    sql`select door, made_at, received_at from entry where owner_id = ${accountId} order by received_at`,
    sql`select p.title as project, b.day from absence b join project p on p.id = b.project_id where b.account_id = ${accountId} order by b.day`,
    sql`select s.name as stage, h.state, h.handed_in_on, h.note from hand_in h join stage s on s.id = h.stage_id
      where h.handed_in_by = ${accountId} order by h.handed_in_on`,
    sql`select z.name as hazard, s.signed_on, s.valid_until, s.signed_by from sign_off s join hazard z on z.id = s.hazard_id
      where s.account_id = ${accountId} order by s.signed_on`,
    sql`select r.name as machine, b.day, b.start, b.minutes, b.state from booking b join resource r on r.id = b.resource_id
      where b.operator_id = ${accountId} order by b.day, b.start`,
    sql`select t.name as team, i.number from iteration i join team t on t.id = i.team_id where i.maker_id = ${accountId}
      order by t.name, i.number`,
    sql`select t.name as team, i.number, c.checked_on, c.note from iteration_check c join iteration i on i.id = c.iteration_id
      join team t on t.id = i.team_id where c.checked_by = ${accountId} order by c.checked_on`,
    sql`select title, steps, risks, takes_over, handed_in_at, removed_at from concept where author_id = ${accountId} order by handed_in_at`,
    sql`select c.title as concept, o.text, o.made_at from concept_comment o join concept c on c.id = o.concept_id
      where o.author_id = ${accountId} order by o.made_at`,
    sql`select p.title as project, c.title as concept, w.roles,
        array(select a.name from account a where a.id = any(w.wants)) as with from preference w
      join project p on p.id = w.project_id left join concept c on c.id = w.concept_id where w.account_id = ${accountId} order by p.title`,
    sql`select s.name as selection, c.title as concept, k.name as criterion, r.score from selection_score r
      join selection s on s.id = r.selection_id join concept c on c.id = r.concept_id join selection_criterion k on k.id = r.criterion_id
      where r.rater_id = ${accountId} order by s.name, c.title, k.position`,
    sql`select s.name as selection, array(select c.title from jsonb_array_elements_text(b.ranking) with ordinality x(id, at)
        join concept c on c.id = x.id::uuid order by x.at) as ranking
      from selection_ballot b join selection s on s.id = b.selection_id where b.voter_id = ${accountId} order by s.name`,
    sql`select t.name as team, g.agreed_on from charter_agreement g join team t on t.id = g.team_id where g.account_id = ${accountId}`,
    sql`select code, name, state, owner_id = ${accountId} as owned from part
      where ${accountId} in (owner_id, checker_id, checked_by, double_checked_by) order by code`,
    sql`select at, act, object_kind, object_id, before, after from audit
      where object_kind not in ('incident', 'keep_pair', 'proposal') and actor_id = ${accountId} or (object_kind in ('account', 'enrolment', 'team_member') and object_id = ${accountId}) order by id`,
  ]);
  return {
    account: account[0] ?? null,
    sessions,
    slips,
    signInAttempts: attempts,
    enrolments,
    actions,
    questions,
    notes,
    requirements: owns,
    briefRead: read,
    entries,
    absences,
    handIns,
    signOffs,
    bookings: operated,
    made,
    checked,
    concepts,
    comments,
    wishes,
    ratings,
    ballots,
    charters,
    parts,
    history,
  };
}
