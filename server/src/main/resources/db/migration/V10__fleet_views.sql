-- Ways of looking at the fleet that somebody keeps: the address of the page behind a name.
create table fleet_view (
    account text not null,
    name    text not null check (length(name) between 1 and 60),
    address text not null check (length(address) <= 4000),
    primary key (account, name)
);
