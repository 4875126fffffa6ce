<?php

declare(strict_types=1);

namespace App\Platform\Keep;

use Illuminate\Console\Command;

final class RunRestore extends Command
{
    protected $signature = 'skarvo:restore {file : made by skarvo:backup}';

    protected $description = 'Put everything back as a backup has it; what is there is put aside';

    public function handle(Restore $restore): int
    {
        $file = (string) $this->argument('file');
        try {
            $done = $restore(str_starts_with($file, '/') ? $file : getcwd()."/$file");
        } catch (NotKept $e) {
            $this->error("{$e->getMessage()} Nothing was changed.");

            return self::FAILURE;
        }
        $this->line('Restored, the journal up to entry '.number_format($done['head']).'.'.(
            $done['aside'] === null ? '' : " What was there is in $done[aside]."
        ));
        if (! $done['key']) {
            $this->warn(
                'The key (APP_KEY) is another one than that of the backup: links that were sent open nothing, and everybody has to sign in anew. It is in the backup, as the file "key".'
            );
        }
        $this->line('If this version of Skarvo is newer than the backup: php artisan migrate --force. Then start everything.');

        return self::SUCCESS;
    }
}
