<?php

declare(strict_types=1);

namespace App\Platform\Keep;

use App\Platform\Moment;
use Illuminate\Support\Facades\DB;

/**
 * All of an installation in one file, made while it runs: the database as it was at one moment, the files beside it,
 * the key that opens its links and cookies.
 *
 * It is a tar archive (POSIX.1-2001) of: database.sqlite, key, files/, and manifest.json with the SHA-256 of each.
 */
final class Backup
{
    public const DATABASE = 'database.sqlite';

    public const KEY = 'key';

    public const MANIFEST = 'manifest.json';

    public const FILES = 'files/';

    /**
     * @param  string  $to  the file that is made; none may be there
     * @return array{bytes: int, head: int, files: int} its size, the last journal entry in it, how many files
     *
     * @throws NotKept
     */
    public function make(string $to): array
    {
        if (file_exists($to)) {
            throw new NotKept("$to is there already. Choose another name.");
        }
        $folder = dirname($to);
        if (! is_dir($folder) || ! is_writable($folder)) {
            throw new NotKept("Nothing can be written to the folder $folder.");
        }
        $part = "$to.part";
        $copy = "$to.sqlite.part";
        array_map(static fn(string $left): bool => is_file($left) && unlink($left), [$part, "$part.tar", $copy]);
        $before = umask(077);
        try {
            // What was committed before this began is in the copy, whole; writers go on meanwhile.
            $head = (int) DB::table('journal')->max('seq');
            DB::statement('vacuum into '.DB::getPdo()->quote($copy));
            $held = self::sound($copy);
            if ($held < $head) {
                throw new NotKept("The copy ends at entry $held of the journal, and entry $head was there before.");
            }
            $files = self::files();
            $sums = [self::DATABASE => hash_file('sha256', $copy)];
            $tar = new \PharData("$part.tar", 0, null, \Phar::TAR);
            $tar->addFile($copy, self::DATABASE);
            $tar->addFromString(self::KEY, config()->string('app.key')."\n");
            $sums[self::KEY] = hash('sha256', config()->string('app.key')."\n");
            foreach ($files as $name => $path) {
                $tar->addFile($path, self::FILES.$name);
                $sums[self::FILES.$name] = hash_file('sha256', $path);
            }
            $tar->addFromString(
                self::MANIFEST,
                json_encode(
                    ['made_at' => gmdate('Y-m-d\TH:i:s\Z', Moment::now()), 'journal_head' => $held, 'sha256' => $sums],
                    JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES,
                )."\n",
            );
            unset($tar);
            \PharData::unlinkArchive(self::readBack("$part.tar", $sums, $to));

            return ['bytes' => (int) filesize($to), 'head' => $held, 'files' => count($files)];
        } finally {
            umask($before);
            array_map(static fn(string $left): bool => is_file($left) && unlink($left), [$part, "$part.tar", $copy]);
        }
    }

    /**
     * Whether a database can be opened, is whole, and is one of ours.
     *
     * @return int its last journal entry
     *
     * @throws NotKept
     */
    public static function sound(string $path): int
    {
        try {
            $copy = new \PDO("sqlite:$path", null, null, [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]);
            $check = $copy->query('pragma integrity_check');
            $says = $check === false ? '' : (string) $check->fetchColumn();
            $head = $copy->query('select coalesce(max(seq), 0) from journal');
            if ($says !== 'ok' || $head === false) {
                throw new NotKept("The database in it is damaged: $says.");
            }

            return (int) $head->fetchColumn();
        } catch (\PDOException $e) {
            throw new NotKept("The database in it cannot be opened: {$e->getMessage()}.");
        }
    }

    /**
     * Reads what was written, whole, before it counts.
     *
     * @param  array<string, string|false>  $sums
     * @return string the archive's own name, when the file is where it should be
     *
     * @throws NotKept
     */
    private static function readBack(string $archive, array $sums, string $to): string
    {
        foreach ($sums as $name => $sum) {
            if (hash_file('sha256', "phar://$archive/$name") !== $sum) {
                throw new NotKept("$name does not read back as it was written. Is the disk full?");
            }
        }
        if (! copy($archive, $to)) {
            throw new NotKept("$to could not be written.");
        }

        return $archive;
    }

    /** @return array<string, string> path by name, of what is stored beside the database */
    private static function files(): array
    {
        $root = storage_path('app');
        $found = [];
        foreach (! is_dir($root) ? [] : new \RecursiveIteratorIterator(
            new \RecursiveDirectoryIterator($root, \FilesystemIterator::SKIP_DOTS),
        ) as $file) {
            if ($file instanceof \SplFileInfo && $file->isFile() && ! str_starts_with($file->getFilename(), '.')) {
                $found[substr($file->getPathname(), strlen($root) + 1)] = $file->getPathname();
            }
        }
        ksort($found);

        return $found;
    }
}
