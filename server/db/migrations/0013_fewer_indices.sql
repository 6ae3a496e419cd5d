-- Each is a part of a wider one: run_listed has the runs by their start, run_by_plan those of a class.
DROP INDEX run_by_start;
DROP INDEX run_last_led;
