-- How each device answers the four questions, as it changes. The server fills in what is missing when it starts.
create table device_answer (
    device_id bigint      not null references device on delete cascade,
    question  text        not null check (question in ('KEPT', 'MATCHED', 'SOUND', 'CURRENT')),
    kind      text        not null check (kind in ('YES', 'ATTENTION', 'NO', 'NOT_KNOWN')),
    reason    text        not null,
    since     timestamptz not null,
    primary key (device_id, question)
);
