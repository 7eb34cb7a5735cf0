-- Moisture, tanks, places, low-voltage supplies; several probes a controller. What is new may be null or has a default, so that a
-- server that does not know it yet goes on working.

alter table chamber
  add column keep_humidity_low_pct double,
  add column keep_humidity_high_pct double,
  add column gradient_km double,
  add column loss_factor double,
  add column water_height_m double,
  add column covered_share double,
  add column contents_wet_m2 double,
  add column contents_water_kg double,
  add column place_x_m double,
  add column place_y_m double,
  add column place_z_m double,
  add column place_length_m double,
  add column place_width_m double,
  add column place_height_m double,
  add column room_humidity_pct double,
  add column room_ground_c double,
  add column sun_peak_wm2 double,
  add column sun_rise_hour double,
  add column sun_set_hour double,
  add column low_voltage_v double,
  add column low_voltage_a double,
  add column price_per_kwh double;
alter table chamber_aud
  add column keep_humidity_low_pct double,
  add column keep_humidity_high_pct double,
  add column gradient_km double,
  add column loss_factor double,
  add column water_height_m double,
  add column covered_share double,
  add column contents_wet_m2 double,
  add column contents_water_kg double,
  add column place_x_m double,
  add column place_y_m double,
  add column place_z_m double,
  add column place_length_m double,
  add column place_width_m double,
  add column place_height_m double,
  add column room_humidity_pct double,
  add column room_ground_c double,
  add column sun_peak_wm2 double,
  add column sun_rise_hour double,
  add column sun_set_hour double,
  add column low_voltage_v double,
  add column low_voltage_a double,
  add column price_per_kwh double;
alter table appliance
  add column place_x_m double,
  add column place_y_m double,
  add column place_z_m double,
  add column place_length_m double,
  add column place_width_m double,
  add column place_height_m double,
  add column self_limit_c double,
  add column limit_k double,
  add column flow_m3h double,
  add column output_gh double,
  add column pulse_on_s double,
  add column pulse_rest_s double,
  add column surface_m2 double,
  add column water_kg double,
  add column inside_share double,
  add column on_hour double,
  add column light_hours double,
  add column open_per_hour double,
  add column low_voltage bit not null default 0;
alter table appliance_aud
  add column place_x_m double,
  add column place_y_m double,
  add column place_z_m double,
  add column place_length_m double,
  add column place_width_m double,
  add column place_height_m double,
  add column self_limit_c double,
  add column limit_k double,
  add column flow_m3h double,
  add column output_gh double,
  add column pulse_on_s double,
  add column pulse_rest_s double,
  add column surface_m2 double,
  add column water_kg double,
  add column inside_share double,
  add column on_hour double,
  add column light_hours double,
  add column open_per_hour double,
  add column low_voltage bit;
alter table probe
  add column place_x_m double,
  add column place_y_m double,
  add column place_z_m double,
  add column place_length_m double,
  add column place_width_m double,
  add column place_height_m double,
  add column humidity_lag_s double,
  add column humidity_error_pct double,
  add column mist_share double,
  add column light_warmth_k double not null default 0,
  add column drift_k_per_day double not null default 0,
  add column polling_ks double not null default 0;
alter table probe_aud
  add column place_x_m double,
  add column place_y_m double,
  add column place_z_m double,
  add column place_length_m double,
  add column place_width_m double,
  add column place_height_m double,
  add column humidity_lag_s double,
  add column humidity_error_pct double,
  add column mist_share double,
  add column light_warmth_k double,
  add column drift_k_per_day double,
  add column polling_ks double;
alter table control_loop
  add column rated_dc_a double;
alter table control_loop_aud
  add column rated_dc_a double;

-- Shares are null where they follow from the place.
alter table probe modify heater_share double, modify contents_share double, modify room_share double;

create table controller_probe (
  controller_id uuid not null,
  position integer not null,
  probe_id uuid,
  primary key (position, controller_id),
  constraint fk_controller_probe_controller foreign key (controller_id) references controller (id)
);
insert into controller_probe (controller_id, position, probe_id) select id, 0, probe_id from controller where probe_id is not null;

create table controller_probe_aud (
  rev bigint not null,
  controller_id uuid not null,
  position integer not null,
  probe_id uuid not null,
  revtype tinyint,
  primary key (position, rev, controller_id, probe_id),
  constraint fk_controller_probe_aud_change_log foreign key (rev) references change_log (id)
);
