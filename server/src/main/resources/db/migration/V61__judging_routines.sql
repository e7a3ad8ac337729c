-- A routine copies devices, or has them judged.
alter table routine add column what text not null default 'COPY' check (what in ('COPY', 'JUDGE'));
