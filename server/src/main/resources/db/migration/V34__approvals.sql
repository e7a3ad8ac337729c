-- Whose approval changes need, by the role of those who wrote them.
create table approval_rule (
    writer text primary key check (writer in ('ENGINEER', 'ADMINISTRATOR')),
    need   text not null check (need in ('APPROVER', 'ANOTHER', 'NOBODY'))
);
insert into approval_rule (writer, need) values ('ENGINEER', 'APPROVER'), ('ADMINISTRATOR', 'APPROVER');
