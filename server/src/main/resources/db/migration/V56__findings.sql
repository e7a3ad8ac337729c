-- Each text of a standard that was put in force, from the first on.
create table standard_version (
    id           bigint      generated always as identity primary key,
    standard_id  bigint      not null references standard on delete cascade,
    number       int         not null,
    text         jsonb       not null,
    published_by text        not null,
    published_at timestamptz not null,
    unique (standard_id, number)
);
insert into standard_version (standard_id, number, text, published_by, published_at)
select id, 1, published, published_by, published_at from standard where published is not null;
alter table standard add column published_number int not null default 0;
update standard set published_number = 1 where published is not null;

-- By which text of a standard a device was judged last, of which revision, and which clauses were for it.
create table judging (
    id          bigint      generated always as identity primary key,
    device_id   bigint      not null references device on delete cascade,
    standard_id bigint      not null references standard on delete cascade,
    number      int         not null,
    revision_id bigint      not null references revision on delete cascade,
    judged_at   timestamptz not null,
    asked       text[]      not null,
    unique (device_id, standard_id)
);
create index judging_standard on judging (standard_id, number);

-- How much it matters, by which text it was found last, and the revision that brought it: none if what departs stood
-- before anybody asked.
alter table finding add column severity text not null default 'MEDIUM'
    check (severity in ('LOW', 'MEDIUM', 'HIGH', 'CRITICAL'));
alter table finding add column number int not null default 0;
alter table finding add column brought_by bigint references revision on delete set null;
create index finding_since on finding (since);

-- What somebody wrote to a finding; it stays when the finding ends.
create table finding_note (
    id          bigint      generated always as identity primary key,
    device_id   bigint      not null references device on delete cascade,
    standard_id bigint      not null references standard on delete cascade,
    tag         text        not null,
    text        text        not null check (length(text) <= 2000),
    made_by     text        not null,
    made_at     timestamptz not null
);
create index finding_note_of on finding_note (device_id, standard_id, tag);

-- Findings that have ended, and how.
create table closed_finding (
    id          bigint      generated always as identity primary key,
    device_id   bigint      not null references device on delete cascade,
    standard_id bigint      not null references standard on delete cascade,
    tag         text        not null,
    severity    text        not null,
    kind        text        not null,
    since       timestamptz not null,
    ended_at    timestamptz not null,
    ended       text        not null check (ended in ('CHANGED', 'CLAUSE_ALTERED', 'NOT_ASKED', 'KNOWN')),
    brought_by  bigint      references revision on delete set null,
    ended_by    bigint      references revision on delete set null,
    evidence    jsonb       not null,
    check (ended_at >= since)
);
create index closed_finding_ended on closed_finding (ended_at);
create index closed_finding_device on closed_finding (device_id);
create index closed_finding_standard on closed_finding (standard_id);
insert into housekeeping_rule values ('CLOSED_FINDINGS', 800);
