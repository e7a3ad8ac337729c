-- A standard's results over a period, as they were when the review was opened, and who signs them. It outlives the standard.
create table review (
    id        bigint      generated always as identity primary key,
    standard  text        not null,
    title     text        not null check (length(title) between 1 and 120),
    since     timestamptz not null,
    results   text        not null,
    -- SHA-256 of the results as they are given out.
    digest    bytea       not null,
    made_by   text        not null,
    made_at   timestamptz not null,
    withdrawn_by text,
    withdrawn_at timestamptz
);
create table review_signature (
    review_id bigint not null references review on delete cascade,
    account   text   not null,
    accepts   boolean,
    remark    text   not null default '' check (length(remark) <= 2000),
    signed_at timestamptz,
    primary key (review_id, account),
    check ((accepts is null) = (signed_at is null))
);
create index review_signature_account on review_signature (account) where signed_at is null;

-- What was opened for signing stays as it is; a signature is given once.
create function refuse_review_change() returns trigger language plpgsql as $$
begin
    if tg_table_name = 'review_signature' then
        if tg_op = 'UPDATE' and old.signed_at is null then return new; end if;
        raise exception 'a signature cannot be altered';
    end if;
    if tg_op = 'UPDATE' and old.results = new.results and old.digest = new.digest and old.standard = new.standard
        and old.made_at = new.made_at and old.since = new.since and old.title = new.title and old.made_by = new.made_by
    then return new; end if;
    raise exception 'a review cannot be altered';
end $$;
create trigger review_fixed before update or delete on review for each row execute function refuse_review_change();
create trigger review_signature_fixed before update or delete on review_signature
    for each row execute function refuse_review_change();

-- Pages that people compose.
create table board (
    id      bigint      generated always as identity primary key,
    name    text        not null unique check (length(name) between 1 and 80),
    parts   jsonb       not null,
    made_by text        not null,
    made_at timestamptz not null,
    version bigint      not null default 0
);
