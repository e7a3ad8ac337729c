-- Which parts of the desk somebody sees, and where: words separated by blanks, in order.
create table desk_layout (
    account text primary key,
    main    text not null check (length(main) <= 200),
    side    text not null check (length(side) <= 200),
    hidden  text not null check (length(hidden) <= 200)
);
create index revision_mark_made on revision_mark (made_at desc);
create index revision_accounted_made on revision_accounted (made_at desc);
