-- The day a carrier says a parcel will be delivered, as its scan says it; the newest scan that says one holds.
alter table scan add column expected_on text;
create index scan_expected on scan (parcel_id, at) where expected_on is not null;
