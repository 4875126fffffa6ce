<?php

declare(strict_types=1);

namespace App\Updates\Files;

use App\Incidents\Report;
use App\Platform\Contracts\ClockPart;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Updates\UpdateEntry;
use Illuminate\Support\Facades\DB;
use Skarvo\Json\MachineText;
use Symfony\Component\Process\ExecutableFinder;
use Symfony\Component\Process\Process;

/**
 * Has tesseract read the words in pictures that reporters sent, one after the other, in a process beside: the clock only looks
 * whether it is done. Without tesseract pictures are kept and not read.
 */
final class ReadPictures implements ClockPart
{
    private const SECONDS = 30;

    /** A picture at which this machine broke down so often is left alone. */
    private const TRIES = 3;

    private const TEXT = 4000;

    private const PREFIX = 'skarvo-picture-';

    private const LEFT_SECONDS = 3600;

    private ?Process $process = null;

    private int $file = 0;

    /** Where the picture lies meanwhile: through a pipe it would go as fast as the clock looks at it, which is slowly. */
    private string $path = '';

    public function name(): string
    {
        return 'pictures';
    }

    public function whileBroken(): string
    {
        return 'Words in pictures that reporters send are not read.';
    }

    public function __invoke(\Closure $mayWork): int
    {
        if ($this->process !== null) {
            return $this->finish($this->process, $mayWork);
        }
        $next = ReportFile::query()->kept()->where('reading', Reading::Waiting)->orderBy('id')->first();

        return $next === null ? 0 : $this->begin($next, $mayWork);
    }

    /** Until the picture at hand is read: for a clock that runs once. */
    public function wait(): void
    {
        $this->process?->wait();
    }

    private function begin(ReportFile $file, \Closure $mayWork): int
    {
        $program = (new ExecutableFinder)->find('tesseract');
        $isTooOften = $file->tries >= self::TRIES;

        return DB::transaction(function () use ($file, $program, $isTooOften, $mayWork): int {
            if (! $mayWork()) {
                return 0;
            }
            if ($program === null || $isTooOften) {
                $file->update(['reading' => $isTooOften ? Reading::Failed : Reading::None]);

                return 1;
            }
            $file->update(['tries' => $file->tries + 1]);
            $this->file = $file->id;
            $this->path = self::lay($file->content());
            $this->process = new Process(
                [$program, $this->path, 'stdout', '--psm', '11'], null, ['OMP_THREAD_LIMIT' => '1'], null, self::SECONDS
            );
            $this->process->start();

            return 1;
        });
    }

    private function finish(Process $process, \Closure $mayWork): int
    {
        try {
            $process->checkTimeout();
        } catch (\Symfony\Component\Process\Exception\ProcessTimedOutException) {
            // It was ended, and is told as what failed.
        }
        if ($process->isRunning()) {
            return 0;
        }
        @unlink($this->path);
        $text = $process->isSuccessful() ? self::clean($process->getOutput()) : null;
        $done = DB::transaction(function () use ($text, $mayWork): int {
            if (! $mayWork()) {
                return 0;
            }
            // Erased while it was read, it stays so.
            $file = ReportFile::query()->kept()->whereKey($this->file)->first();
            $file?->update(['reading' => $text === null ? Reading::Failed : Reading::Done, 'text' => $text === '' ? null : $text]);
            if ($file !== null && ($text ?? '') !== '') {
                $report = Report::query()->findOrFail($file->report_id);
                Journal::write(Actor::system(), UpdateEntry::PictureRead, ['report', $report->id], ['ref' => $report->ref()]);
            }

            return 1;
        });
        $this->process = null;

        return $done;
    }

    /** @return string where it lies; what a clock that was killed left behind goes */
    private static function lay(string $content): string
    {
        foreach (glob(sys_get_temp_dir().'/'.self::PREFIX.'*') ?: [] as $left) {
            if (time() - (int) @filemtime($left) > self::LEFT_SECONDS) {
                @unlink($left);
            }
        }
        $path = tempnam(sys_get_temp_dir(), self::PREFIX);
        if ($path === false || file_put_contents($path, $content) === false) {
            throw new \RuntimeException('A picture could not be laid down to be read: '.sys_get_temp_dir().' cannot be written.');
        }

        return $path;
    }

    private static function clean(string $output): string
    {
        $lines = array_filter(
            array_map(trim(...), explode("\n", (string) preg_replace('/[^\P{C}\n]+/u', ' ', MachineText::mended($output))))
        );

        return mb_substr(implode("\n", $lines), 0, self::TEXT);
    }
}
