<?php

declare(strict_types=1);

/*
 * Loaded before a test class runs: writes down which files it made PHP load, one a line; where pcov is there, of those of
 * ours also which lines it ran, and which others could be run.
 */
(static function (): void {
    $to = getenv('MUTANTS_INCLUDED');
    if (! is_string($to) || $to === '') {
        return;
    }
    $tells = extension_loaded('pcov');
    if ($tells) {
        pcov\start();
    }
    register_shutdown_function(static function () use ($to, $tells): void {
        $root = dirname(__DIR__, 2);
        $own = array_values(array_filter(
            get_included_files(),
            static fn(string $file): bool => str_starts_with($file, "$root/app/") || str_starts_with($file, "$root/core/src/"),
        ));
        $lines = [];
        if ($tells) {
            pcov\stop();
            $lines = pcov\collect(pcov\inclusive, $own);
        }
        file_put_contents($to, implode("\n", array_map(static function (string $file) use ($lines, $root): string {
            $ran = array_keys(array_filter($lines[$file] ?? [], static fn(int $times): bool => $times > 0));
            $others = array_keys(array_filter($lines[$file] ?? [], static fn(int $times): bool => $times <= 0));

            return substr($file, strlen($root) + 1)."\t".implode(',', $ran)."\t".implode(',', $others);
        }, $own)));
    });
})();
