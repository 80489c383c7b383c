-- Stored edits carry the version they were written in, so that those of earlier versions can be read step by step.
-- Until now there was one: what was said of the years ahead and of the weather stood in it as whole documents.
alter table change add column edits_version smallint not null default 1 check (edits_version > 0);
alter table change alter column edits_version drop default;
