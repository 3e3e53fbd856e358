CREATE TRIGGER preset_versions_never_change BEFORE UPDATE ON preset_versions BEGIN SELECT RAISE(ABORT, 'a preset version never changes'); END;--> statement-breakpoint
CREATE TRIGGER preset_versions_stay BEFORE DELETE ON preset_versions BEGIN SELECT RAISE(ABORT, 'a preset version is never deleted'); END;--> statement-breakpoint
CREATE TRIGGER runs_never_change BEFORE UPDATE ON runs WHEN OLD.outcome <> 'not known' BEGIN SELECT RAISE(ABORT, 'a run is never edited'); END;--> statement-breakpoint
CREATE TRIGGER runs_stay BEFORE DELETE ON runs BEGIN SELECT RAISE(ABORT, 'a run is never deleted'); END;--> statement-breakpoint
CREATE TRIGGER stock_moves_never_change BEFORE UPDATE ON stock_moves BEGIN SELECT RAISE(ABORT, 'a stock move is never edited'); END;--> statement-breakpoint
CREATE TRIGGER stock_moves_stay BEFORE DELETE ON stock_moves BEGIN SELECT RAISE(ABORT, 'a stock move is never deleted'); END;--> statement-breakpoint
CREATE TRIGGER roll_moves_never_change BEFORE UPDATE ON roll_moves BEGIN SELECT RAISE(ABORT, 'a roll move is never edited'); END;--> statement-breakpoint
CREATE TRIGGER roll_moves_stay BEFORE DELETE ON roll_moves BEGIN SELECT RAISE(ABORT, 'a roll move is never deleted'); END;--> statement-breakpoint
CREATE TRIGGER account_entries_never_change BEFORE UPDATE ON account_entries BEGIN SELECT RAISE(ABORT, 'an account entry is never edited'); END;--> statement-breakpoint
CREATE TRIGGER account_entries_stay BEFORE DELETE ON account_entries BEGIN SELECT RAISE(ABORT, 'an account entry is never deleted'); END;--> statement-breakpoint
CREATE TRIGGER events_never_change BEFORE UPDATE ON events BEGIN SELECT RAISE(ABORT, 'an event is never edited'); END;
