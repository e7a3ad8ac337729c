-- A file of software: what it says it is, and what a list beside it says of its digest.
create table image (
    id          bigint      generated always as identity primary key,
    name        text        not null unique,
    platform    text        not null,
    model       text        not null,
    release     text        not null,
    size        bigint      not null,
    sha256      text        not null,
    vouched_by  text,
    brought_by  text        not null,
    brought_at  timestamptz not null,
    version     bigint      not null default 0
);

-- It is not known before the last byte: those that are on their way do not wait for each other.
create unique index image_sha256 on image (sha256) where sha256 <> '';

-- Its content, a mebibyte a row: it is read and written without ever being held whole.
create table image_part (
    image_id bigint not null references image on delete cascade,
    number   int    not null,
    content  bytea  not null,
    primary key (image_id, number)
);
alter table image_part alter column content set storage external;

-- The one release that devices of a model shall run.
create table standard_release (
    id        bigint      generated always as identity primary key,
    platform  text        not null,
    model     text        not null,
    image_id  bigint      not null references image,
    release   text        not null,
    chosen_by text        not null,
    chosen_at timestamptz not null,
    version   bigint      not null default 0,
    unique (platform, model)
);
