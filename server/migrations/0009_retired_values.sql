-- a value that no rule reads any more: what a practice set of it is no reason to refuse the whole table
UPDATE `practice` SET `reference_values` = json_remove(`reference_values`, '$.longestInOneGoShare') WHERE json_valid(`reference_values`) AND instr(`reference_values`, '"longestInOneGoShare"') > 0;--> statement-breakpoint
UPDATE `reference_version` SET `reference_values` = json_remove(`reference_values`, '$.longestInOneGoShare') WHERE json_valid(`reference_values`) AND instr(`reference_values`, '"longestInOneGoShare"') > 0;
