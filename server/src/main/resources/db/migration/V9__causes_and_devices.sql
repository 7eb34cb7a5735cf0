-- What an appliance, a chamber and a device are found to need beyond what they had; what is few and read as a whole is one document.

alter table appliance add column lowest_c double;
alter table appliance_aud add column lowest_c double;

alter table chamber add column more json;
alter table chamber_aud add column more json;

alter table controller add column more json;
alter table controller_aud add column more json;

-- First acts are told by what the failing thing does; what was answered before was about heaters.
update drill set said_act = 'STOP_WARMING' where said_act = 'PULL_PLUG';
update drill set said_act = 'KEEP_WARM' where said_act = 'SPARE_PART';
