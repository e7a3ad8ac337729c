-- Patterns that people set aside, beside those of the platform: for a platform, a group or a device. A pattern that was
-- taken back stays, so that one can see later what counted when.
create table noise_pattern (
    id            bigint generated always as identity primary key,
    platform      text,
    group_id      bigint references device_group on delete cascade,
    device_id     bigint references device on delete cascade,
    name          text        not null check (length(name) between 1 and 80),
    pattern       text        not null check (length(pattern) between 1 and 1000),
    reason        text        not null check (length(reason) between 1 and 500),
    made_by       text        not null,
    made_at       timestamptz not null,
    taken_back_by text,
    taken_back_at timestamptz,
    check (num_nonnulls(platform, group_id, device_id) = 1)
);
create index noise_pattern_in_force on noise_pattern (id) where taken_back_at is null;
