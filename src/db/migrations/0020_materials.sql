-- What designs are made of: the project's list of materials with mass, price and stock, and a bill of materials for each iteration.
create table material (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  name short_text not null check (name ~ '\S'),
  -- Of one piece, in g; its price in the project's money; how many the class has.
  unit_mass not_negative,
  unit_price not_negative,
  stock not_negative,
  -- The rule that does not allow it; nothing when it is allowed.
  rule text not null default '' check (char_length(rule) <= 160),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id)
);
create unique index material_name_key on material (project_id, lower(name));

-- Lines are {part, subsystem, materialId, quantity, waste, unitMass, unitPrice, source}; what a line leaves open is its material's.
create table bill (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  iteration_id uuid not null,
  lines jsonb not null default '[]' check (jsonb_typeof(lines) = 'array'),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint bill_once unique (iteration_id),
  foreign key (project_id, iteration_id) references iteration (project_id, id) on delete cascade
);
create index bill_project on bill (project_id);
select keep_history('material');
select keep_history('bill');
