<?php

declare(strict_types=1);

namespace App\Platform\Keep;

use Illuminate\Console\Command;

final class RunBackup extends Command
{
    protected $signature = 'skarvo:backup {file? : what is made; skarvo-TIME.tar in the folder where you are if left out}';

    protected $description = 'Put the database, the files and the key into one file, while Skarvo runs';

    public function handle(Backup $backup): int
    {
        $file = is_string($this->argument('file')) ? $this->argument('file') : 'skarvo-'.gmdate('Ymd\THis\Z').'.tar';
        try {
            $made = $backup->make(str_starts_with($file, '/') ? $file : getcwd()."/$file");
        } catch (NotKept $e) {
            $this->error($e->getMessage());

            return self::FAILURE;
        }
        $this->line(
            "$file: ".number_format($made['bytes']).' bytes, the journal up to entry '.number_format($made['head'])
                .", $made[files] files; opened and read back. It holds the key: keep it where nobody else reads it.",
        );

        return self::SUCCESS;
    }
}
