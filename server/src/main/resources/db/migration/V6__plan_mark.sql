-- A number that is another one after every change of the plan, so that whoever read the plan can tell whether it is still the same without reading it again.
-- Random, not counted: a change that is rolled back must not leave its number to the next one.
create table plan_mark (mark integer not null);
insert into plan_mark (mark) values (random());
create trigger plan_grew after insert on notice begin update plan_mark set mark = random(); end;
create trigger plan_changed after update on notice begin update plan_mark set mark = random(); end;
create trigger plan_shrank after delete on notice begin update plan_mark set mark = random(); end;
