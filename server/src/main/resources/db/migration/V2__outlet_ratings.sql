-- What outlets are rated for and what feeds them. All may be null, so that a server that does not know them yet goes on working.

alter table chamber add column supply_v double, add column circuit_a double;
alter table chamber_aud add column supply_v double, add column circuit_a double;
alter table control_loop add column rated_a double, add column rated_w double;
alter table control_loop_aud add column rated_a double, add column rated_w double;
