-- What every device of a sweep writes stays within its page, without a new entry in any index (a heap-only tuple), once
-- no index holds a column that it writes. A pass over the devices that are due reads the table through: some milliseconds
-- for ten thousand devices, a few times a minute.
drop index device_checked;
drop index device_tried;
