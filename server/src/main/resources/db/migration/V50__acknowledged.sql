-- In words, that somebody knows that a change may cut a device off which has no guard to lead it back.
alter table change add column acknowledged text not null default '';
