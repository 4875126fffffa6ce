<?php

declare(strict_types=1);

namespace App\Platform\Keep;

use Illuminate\Support\Facades\DB;

/** Puts an installation back as a backup has it. What was there is put aside, not deleted; nothing of it stays beside the new database. */
final class Restore
{
    private const WORKING_SECONDS = 15;

    /**
     * @param  string  $from  a file that Backup made
     * @return array{aside: string|null, head: int, key: bool} where what was there is; the last journal entry; whether the key is the one
     *      that is set
     *
     * @throws NotKept
     */
    public function __invoke(string $from): array
    {
        if (! is_file($from)) {
            throw new NotKept("There is no file $from.");
        }
        $database = (string) DB::getDatabaseName();
        $this->refuseWhileItRuns($database);
        $new = "$database.restored";
        [$files, $key] = $this->unpack($from, $new);
        $head = Backup::sound($new);
        $this->forgetWhoWorked($new);
        DB::disconnect();
        $aside = $this->putAside($database);
        // A log that is left beside a new database would be taken for its own, and destroy it.
        array_map(static fn(string $left): bool => is_file($left) && unlink($left), ["$database-wal", "$database-shm"]);
        if (! rename($new, $database)) {
            throw new NotKept("$new could not be put in place.".($aside === null ? '' : " What was there is in $aside."));
        }
        foreach ($files as $name => $text) {
            $path = storage_path("app/$name");
            if (! is_dir(dirname($path))) {
                mkdir(dirname($path), 0700, true);
            }
            file_put_contents($path, $text);
        }

        return ['aside' => $aside, 'head' => $head, 'key' => hash_equals(trim($key), config()->string('app.key'))];
    }

    /** @throws NotKept */
    private function refuseWhileItRuns(string $database): void
    {
        if (! is_file($database) || filesize($database) === 0) {
            return;
        }
        try {
            $at = DB::table('leases')->where('until', '>=', gmdate('Y-m-d H:i:s', time() - self::WORKING_SECONDS))->pluck('id')->all();
        } catch (\Illuminate\Database\QueryException) {
            // What is there is no database of ours, or a damaged one: that is what a backup is for.
            return;
        }
        if ($at !== []) {
            throw new NotKept(
                'Skarvo runs: its '.implode(
                    ' and its ', array_map(strval(...), $at),
                ).' worked within '.self::WORKING_SECONDS
                    .' s. Stop the web server, the clock, the sender and the workers, wait so long, and start again.',
            );
        }
    }

    /**
     * @return array{array<string, string>, string} files by name, and the key
     *
     * @throws NotKept
     */
    private function unpack(string $from, string $new): array
    {
        // The reader goes by the name of the file.
        $named = tempnam(sys_get_temp_dir(), 'skarvo');
        if ($named === false) {
            throw new NotKept('There is no room for temporary files.');
        }
        $archive = "$named.tar";
        try {
            copy($from, $archive);
            try {
                new \PharData($archive);
                $manifest = json_decode((string) @file_get_contents("phar://$archive/".Backup::MANIFEST), true);
            } catch (\UnexpectedValueException) {
                $manifest = null;
            }
            if (! is_array($manifest) || ! is_array($manifest['sha256'] ?? null)) {
                throw new NotKept("$from is no backup of Skarvo, or a damaged one.");
            }
            $files = [];
            $key = '';
            foreach ($manifest['sha256'] as $name => $sum) {
                $path = "phar://$archive/$name";
                if (! is_string($name) || str_contains($name, '..') || @hash_file('sha256', $path) !== $sum) {
                    throw new NotKept("\"$name\" in $from is not as it was written. Use another backup.");
                }
                match (true) {
                    $name === Backup::DATABASE => copy($path, $new) ?: throw new NotKept("$new could not be written."),
                    $name === Backup::KEY => $key = (string) file_get_contents($path),
                    default => $files[substr($name, strlen(Backup::FILES))] = (string) file_get_contents($path),
                };
            }

            return [$files, $key];
        } finally {
            array_map(static fn(string $left): bool => is_file($left) && unlink($left), [$named, $archive]);
        }
    }

    /** Who worked when the backup was made does not now: the clock and the sender begin at once. */
    private function forgetWhoWorked(string $path): void
    {
        $copy = new \PDO("sqlite:$path", null, null, [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]);
        $copy->exec('delete from leases');
        $copy->exec('update outbox set claimed_by = null where sent_at is null');
    }

    /** @return string|null where it is now; null if there was nothing */
    private function putAside(string $database): ?string
    {
        $there = array_values(array_filter([$database, "$database-wal", "$database-shm"], is_file(...)));
        if ($there === []) {
            return null;
        }
        $aside = $database.'.before-'.gmdate('Ymd-His').'-'.bin2hex(random_bytes(2));
        mkdir($aside, 0700);
        foreach ($there as $file) {
            rename($file, "$aside/".basename($file)) || throw new NotKept("$file could not be put aside.");
        }

        return $aside;
    }
}
