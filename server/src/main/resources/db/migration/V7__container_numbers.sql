-- A container's number (SSCC) is the same with and without the identifier 00 before it; it is compared without.
update or ignore parcel set compact = substr(compact, 3)
  where length(compact) = 20 and compact glob '00[0-9]*' and substr(compact, 3) not glob '*[^0-9]*';
update or ignore parcel_leg set compact = substr(compact, 3)
  where length(compact) = 20 and compact glob '00[0-9]*' and substr(compact, 3) not glob '*[^0-9]*';
