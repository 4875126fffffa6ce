<?php

declare(strict_types=1);

// Loaded before a test class runs: writes down which files it made PHP load.
register_shutdown_function(static function (): void {
    $to = getenv('MUTANTS_INCLUDED');
    if (is_string($to) && $to !== '') {
        file_put_contents($to, implode("\n", get_included_files()));
    }
});
