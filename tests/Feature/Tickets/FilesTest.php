<?php

declare(strict_types=1);

namespace Tests\Feature\Tickets;

use App\Incidents\Report;
use App\Platform\Journal\Entry;
use App\Tickets\Ticket;
use App\Updates\Files\Reading;
use App\Updates\Files\ReadPictures;
use App\Updates\Files\ReportFile;
use App\Updates\UpdateEntry;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Inertia\Testing\AssertableInertia as Shown;
use PHPUnit\Framework\Attributes\DataProvider;
use Skarvo\Updates\Files\FileKind;
use Tests\TestCase;

/** Files and pictures of reports: what is taken, who may open it, and that it goes when its reporter is forgotten. */
final class FilesTest extends TestCase
{
    use AtTheDesk;

    public function test_pictures_are_drawn_anew_and_all_is_opened_only_by_those_who_may(): void
    {
        $ticket = $this->reported('The gate shows an error', null, ['files' => [
            self::upload('gate 4.png', self::png('SECRET-COMMENT')), self::upload('log.html', "clk-2 no answer\n<script>"),
        ]]);
        [$picture, $log] = ReportFile::query()->orderBy('id')->get()->all();
        self::assertCount(1, self::entriesOf(UpdateEntry::FilesCame));
        self::assertSame([['gate 4.png', FileKind::Png, null], ['log.txt', FileKind::Text, null]], [
            [$picture->name, $picture->kind, $picture->person_id], [$log->name, $log->kind, $log->person_id],
        ]);
        self::assertStringNotContainsString('SECRET-COMMENT', $picture->content());
        self::assertSame([null, "clk-2 no answer\n<script>"], [$picture->text, $log->text]);
        $follow = "/report/{$ticket->reported()->key()}";
        $this->get("$follow/files/$picture->key")->assertOk()->assertHeader('Content-Type', 'image/png')
            ->assertHeader('Content-Security-Policy', "default-src 'none'; sandbox")->assertHeader('X-Content-Type-Options', 'nosniff');
        $got = $this->get("$follow/files/$log->key")->assertOk()->assertHeader('Content-Type', 'text/plain; charset=utf-8');
        self::assertStringStartsWith('attachment', (string) $got->headers->get('Content-Disposition'));
        // Neither without the address of the report, nor with that of another.
        $this->get("/files/$picture->key")->assertRedirect('/sign-in');
        $other = $this->reported('Something else', null);
        $this->get("/report/{$other->reported()->key()}/files/$picture->key")->assertNotFound();
        $this->get("$follow")
            ->assertInertia(static fn(Shown $page) => $page->where('files.0.name', 'gate 4.png')->where('files.1.kind', 'txt'));
        $this->desk();
        $this->get("/files/$picture->key")->assertOk();
        $this->get("/tickets/$ticket->id")->assertInertia(static fn(Shown $page) => $page->count('ticket.files', 2)
            ->where('ticket.items.0.id', 'clk-2')->where('ticket.items.0.in', 'log.txt'));
    }

    public function test_what_is_attached_to_an_internal_note_never_reaches_the_reporter(): void
    {
        $ticket = $this->reported('The gate shows an error', null);
        $follow = "/report/{$ticket->reported()->key()}";
        $this->desk();
        $this->post(
            "/tickets/$ticket->id/answer", ['text' => 'For us', 'internal' => true, 'files' => [self::upload('inside.txt', 'inside')]]
        )
            ->assertSessionHasNoErrors();
        $this->post(
            "/tickets/$ticket->id/answer",
            ['text' => 'Try this', 'internal' => false, 'files' => [self::upload('manual.pdf', '%PDF-1.7 x')]],
            ['X-Request-Key' => 'b'],
        )->assertSessionHasNoErrors();
        [$inside, $manual] = ReportFile::query()->orderBy('id')->get()->all();
        $this->get("/tickets/$ticket->id")->assertInertia(
            static fn(Shown $page) => $page->where('ticket.posts.0.files.0.name', 'inside.txt')
                ->where('ticket.posts.1.files.0.name', 'manual.pdf'),
        );
        $this->guest();
        $this->get("$follow/files/$inside->key")->assertNotFound();
        $this->get("$follow/files/$manual->key")->assertOk();
        $this->get($follow)->assertInertia(
            static fn(Shown $page) => $page->count('files', 0)->count('talk', 1)->where('talk.0.files.0.name', 'manual.pdf')
        );
        self::assertStringNotContainsString('inside.txt', (string) $this->get($follow)->getContent());
        // The reporter sends one back, once.
        for ($again = 0; $again < 2; $again++) {
            $this->post("$follow/say", ['text' => 'It says this', 'send_key' => 'k', 'files' => [self::upload('now.png', self::png())]])
                ->assertSessionHasNoErrors();
        }
        self::assertSame(3, ReportFile::query()->count());
    }

    /** @return iterable<string, array{list<UploadedFile>, string}> */
    public static function refused(): iterable
    {
        yield 'a program' => [
            [self::upload('setup.exe', "MZ\x90\0\3")],
            'setup.exe is neither a picture, a PDF nor a text. Send a picture of it, or its text.',
        ];
        yield 'a picture that is none' => [[self::upload('x.png', "\x89PNG\r\n\x1A\nrubbish")], 'x.png cannot be opened as a picture.'];
        yield 'a picture that is cut off' => [
            [self::upload('cut.png', substr(self::png(), 0, 60))], 'cut.png cannot be opened as a picture.',
        ];
        yield 'a picture that says it is huge' => [
            [self::upload('bomb.png', self::claiming(50_000, 50_000))],
            'bomb.png is a picture of 50,000 by 50,000 pixels; send one of 20,000 pixels a side and 50 million in all at most.',
        ];
        yield 'nothing in it' => [[self::upload('empty.txt', '')], 'empty.txt is empty.'];
        yield 'too large' => [[UploadedFile::fake()->create('large.pdf', 10_241)], 'A file is larger than 10 MB. Send a smaller one.'];
        yield 'too many' => [
            array_map(static fn(int $n): UploadedFile => self::upload("$n.txt", "number $n"), range(1, 6)), 'Send 5 files at once at most.',
        ];
    }

    /** @param  list<UploadedFile>  $files */
    #[DataProvider('refused')]
    public function test_what_cannot_be_taken_is_refused_with_the_reason_and_nothing_is_kept(array $files, string $why): void
    {
        $answer = $this->post('/report', ['service' => 'vehicle-lanes', 'what' => 'See this', 'files' => $files]);
        $errors = session('errors')?->getBag('default')->all() ?? [];
        self::assertSame([$why], array_values(array_unique($errors)), (string) $answer->getContent());
        self::assertSame([0, 0, 0], [Report::query()->count(), ReportFile::query()->count(), DB::table('report_file_bytes')->count()]);
    }

    public function test_pictures_that_are_too_much_together_are_refused_and_who_sends_many_waits(): void
    {
        $image = imagecreate(7000, 7000);
        imagecolorallocate($image, 255, 255, 255);
        ob_start();
        imagepng($image);
        $large = (string) ob_get_clean();
        $files = [self::upload('1.png', $large), self::upload('2.png', $large), self::upload('3.png', self::claiming(7000, 7000))];
        $this->post('/report', ['service' => 'vehicle-lanes', 'what' => 'See these', 'files' => $files])
            ->assertSessionHasErrors(
                ['files' => 'These pictures are too large to be sent at once. Send them one by one, or smaller ones.']
            );
        self::assertSame(0, Report::query()->count());
        $send = fn(int $n, array $files) => $this->post('/report', ['service' => 'vehicle-lanes', 'what' => "Shut $n", 'files' => $files])
            ->getStatusCode();
        foreach (range(1, 9) as $n) {
            self::assertSame(302, $send($n, [self::upload('a.txt', 'a')]));
        }
        self::assertSame([429, 302], [$send(10, [self::upload('a.txt', 'a')]), $send(11, [])]);
    }

    public function test_a_report_holds_so_many_files_and_no_more(): void
    {
        $ticket = $this->reported('See these', null);
        foreach (range(1, 6) as $n) {
            $this->post("/report/{$ticket->reported()->key()}/say", [
                'text' => 'more', 'send_key' => "k$n",
                'files' => array_map(static fn(int $i): UploadedFile => self::upload("$i.txt", "number $i"), range(1, 5)),
            ]);
        }
        self::assertSame(25, ReportFile::query()->count());
        $this->post(
            "/report/{$ticket->reported()->key()}/say",
            ['text' => 'one more', 'send_key' => 'last', 'files' => [self::upload('26.txt', 'x')]]
        )
            ->assertSessionHasErrors('files');
        self::assertStringContainsString('as many files', (string) session('errors')?->first('files'));
        self::assertSame(5, $ticket->posts()->count(), 'What came with files that are not kept is not kept either.');
    }

    public function test_words_in_a_picture_are_read_and_lead_to_the_item(): void
    {
        $ticket = $this->reported('See the picture', null, ['files' => [self::upload('screen.png', self::png(text: 'clk-2 E1042'))]]);
        $before = self::laid();
        $read = new ReadPictures;
        self::assertSame(1, $read(static fn(): bool => true));
        $read->wait();
        self::assertSame(1, $read(static fn(): bool => true));
        $file = ReportFile::query()->sole();
        self::assertSame(Reading::Done, $file->reading);
        self::assertStringContainsString('clk-2', (string) $file->text);
        self::assertSame(0, $read(static fn(): bool => true), 'It is read once.');
        self::assertSame($before, self::laid(), 'Nothing of it is left.');
        $this->desk();
        $this->get("/tickets/$ticket->id")->assertInertia(
            static fn(Shown $page) => $page->where('ticket.items.0.id', 'clk-2')->where('ticket.items.0.in', 'screen.png'),
        );
        self::assertSame(1, Entry::query()->where('kind', 'report.read')->count());
    }

    public function test_a_clock_that_was_taken_over_reads_nothing_and_a_picture_that_breaks_it_is_left_alone(): void
    {
        $this->reported('See the picture', null, ['files' => [self::upload('screen.png', self::png())]]);
        self::assertSame(0, (new ReadPictures)(static fn(): bool => false));
        // Three processes began, and none came to an end.
        $before = self::laid();
        foreach (range(1, 3) as $n) {
            self::assertSame(1, (new ReadPictures)(static fn(): bool => true));
            self::assertSame([Reading::Waiting, $n], [ReportFile::query()->sole()->reading, ReportFile::query()->sole()->tries]);
        }
        self::assertSame(1, (new ReadPictures)(static fn(): bool => true));
        self::assertSame(Reading::Failed, ReportFile::query()->sole()->reading);
        // What killed clocks left behind goes an hour later, with the next picture.
        $left = array_diff(self::laid(), $before);
        self::assertCount(3, $left);
        array_map(static fn(string $path): bool => touch($path, time() - 3601), $left);
        ReportFile::query()->update(['reading' => Reading::Waiting, 'tries' => 0]);
        $last = new ReadPictures;
        $last(static fn(): bool => true);
        self::assertSame([], array_intersect($left, self::laid()));
        $last->wait();
        $last(static fn(): bool => true);
        self::assertSame($before, self::laid());
    }

    public function test_files_go_when_their_reporter_is_forgotten(): void
    {
        $ticket = $this->reported('See this', 'bo@ferry.example', ['files' => [self::upload('my face.png', self::png())]]);
        $key = ReportFile::query()->sole()->key;
        $this->actingAs($this->person('per-strand'));
        $this->person('per-strand')->update(['roles' => ['desk', 'administrator']]);
        $this->post('/tickets/close', ['tickets' => [$ticket->id]], ['X-Request-Key' => 'c'])->assertSessionHasNoErrors();
        $this->post("/tickets/$ticket->id/forget", ['why' => 'They asked'], ['X-Request-Key' => 'f'])->assertSessionHasNoErrors();
        self::assertSame(0, DB::table('report_file_bytes')->count());
        self::assertSame(['erased', null], [ReportFile::query()->sole()->name, ReportFile::query()->sole()->text]);
        $this->get("/files/$key")->assertNotFound();
        $this->get("/tickets/$ticket->id")->assertInertia(static fn(Shown $page) => $page->count('ticket.files', 0));
    }

    public function test_what_is_attached_to_a_mail_is_kept_and_the_rest_is_named(): void
    {
        $this->token(['reports:write']);
        $parts = '';
        foreach ([['gate.png', self::png()], ['setup.exe', "MZ\0\1"]] as [$name, $bytes]) {
            $parts .= "--q\r\nContent-Type: application/octet-stream\r\nContent-Transfer-Encoding: base64\r\nContent-Disposition: attachment; filename=\"$name\"\r\n\r\n"
                .chunk_split(base64_encode($bytes));
        }
        $mail = "From: a@ferry.example\r\nSubject: See\r\nMessage-ID: <m@x>\r\nContent-Type: multipart/mixed; boundary=q\r\n\r\n--q\r\nContent-Type: text/plain\r\n\r\nsee picture\r\n{$parts}--q--";
        for ($again = 0; $again < 2; $again++) {
            $this->call('POST', '/api/v1/mails', server: [
                'CONTENT_TYPE' => 'message/rfc822', 'HTTP_AUTHORIZATION' => 'Bearer plain-probe', 'HTTP_ACCEPT' => 'application/json',
            ], content: $mail)
                ->assertCreated();
        }
        $file = ReportFile::query()->sole();
        self::assertSame(['gate.png', FileKind::Png, false], [$file->name, $file->kind, $file->is_internal]);
        $note = Ticket::query()->sole()->posts()->sole();
        self::assertTrue($note->is_internal);
        self::assertStringContainsString('setup.exe is neither', (string) $note->text);
    }

    public function test_of_a_mail_with_too_much_what_fits_is_kept(): void
    {
        $this->token(['reports:write']);
        $parts = '';
        $large = '%PDF-'.str_repeat('x', 10 * 1024 * 1024);
        foreach (
            [
                'large.pdf' => $large,
                ...array_combine(
                    array_map(static fn(int $n): string => "$n.txt", range(1, 6)),
                    array_map(static fn(int $n): string => "number $n", range(1, 6))
                ),
            ] as $name => $bytes
        ) {
            $parts .= "--q\r\nContent-Type: application/octet-stream\r\nContent-Transfer-Encoding: base64\r\nContent-Disposition: attachment; filename=\"$name\"\r\n\r\n"
                .chunk_split(base64_encode($bytes));
        }
        $this->call('POST', '/api/v1/mails', server: [
            'CONTENT_TYPE' => 'message/rfc822', 'HTTP_AUTHORIZATION' => 'Bearer plain-probe', 'HTTP_ACCEPT' => 'application/json',
        ], content: "From: a@ferry.example\r\nSubject: See\r\nMessage-ID: <m@x>\r\nContent-Type: multipart/mixed; boundary=q\r\n\r\n{$parts}--q--")->assertCreated();
        self::assertSame(['1.txt', '2.txt', '3.txt', '4.txt', '5.txt'], ReportFile::query()->orderBy('id')->pluck('name')->all());
        $note = (string) Ticket::query()->sole()->posts()->where('is_internal', true)->sole()->text;
        self::assertStringContainsString('large.pdf is larger than 10 MB', $note);
        self::assertStringContainsString('6.txt: more than 5 were attached', $note);
    }

    public function test_a_photograph_is_kept_upright_and_no_larger_than_anybody_needs(): void
    {
        $image = imagecreatetruecolor(4000, 1000);
        imagefilledrectangle($image, 0, 0, 1999, 999, (int) imagecolorallocate($image, 200, 0, 0));
        ob_start();
        imagejpeg($image);
        $bytes = (string) ob_get_clean();
        // EXIF (2.32, 4.6.4) in big-endian TIFF with one entry: the camera was held upright.
        $tiff = "MM\0*\0\0\0\x08\0\x01\x01\x12\0\x03\0\0\0\x01\0\x06\0\0\0\0\0\0";
        $exif = "\xFF\xE1".pack('n', strlen($tiff) + 8)."Exif\0\0".$tiff;
        $this->reported('See this', null, ['files' => [self::upload('gate.jpeg', substr($bytes, 0, 2).$exif.substr($bytes, 2))]]);
        $file = ReportFile::query()->sole();
        self::assertSame(['gate.jpg', 750, 3000], [$file->name, $file->width, $file->height]);
        self::assertStringNotContainsString('Exif', $file->content());
        $kept = imagecreatefromstring($file->content());
        self::assertInstanceOf(\GdImage::class, $kept);
        // What was left in the camera is above.
        self::assertGreaterThan(150, imagecolorsforindex($kept, (int) imagecolorat($kept, 300, 100))['red']);
        self::assertLessThan(50, imagecolorsforindex($kept, (int) imagecolorat($kept, 300, 2900))['red']);
        self::assertSame([750, 3000], array_slice((array) getimagesizefromstring($file->content()), 0, 2));
    }

    public function test_another_system_sends_files_with_a_report_as_a_form(): void
    {
        $this->token(['reports:write']);
        $this->call('POST', '/api/v1/reports', [
            'service' => 'vehicle-lanes', 'what' => 'See this',
        ], files: ['files' => [self::upload('gate.png', self::png())]], server: [
            'HTTP_AUTHORIZATION' => 'Bearer plain-probe', 'HTTP_ACCEPT' => 'application/json',
            'CONTENT_TYPE' => 'multipart/form-data; boundary=x',
        ])->assertCreated();
        self::assertSame('gate.png', ReportFile::query()->sole()->name);
    }

    /** @return list<string> pictures that lie about to be read */
    private static function laid(): array
    {
        return glob(sys_get_temp_dir().'/skarvo-picture-*') ?: [];
    }

    private static function upload(string $name, string $bytes): UploadedFile
    {
        return UploadedFile::fake()->createWithContent($name, $bytes);
    }

    private static function png(string $comment = '', string $text = ''): string
    {
        $image = imagecreatetruecolor(400, 120);
        imagefill($image, 0, 0, (int) imagecolorallocate($image, 255, 255, 255));
        if ($text !== '') {
            $small = imagecreatetruecolor(100, 30);
            imagefill($small, 0, 0, (int) imagecolorallocate($small, 255, 255, 255));
            imagestring($small, 5, 4, 6, $text, (int) imagecolorallocate($small, 0, 0, 0));
            $image = imagescale($small, 800, 240, IMG_BICUBIC) ?: $image;
        }
        ob_start();
        imagepng($image);
        $bytes = (string) ob_get_clean();
        if ($comment === '') {
            return $bytes;
        }
        // A chunk of text (ISO/IEC 15948, 11.3.4.3), put behind the header.
        $chunk = "tEXtComment\0$comment";
        $text = pack('N', strlen($chunk) - 4).$chunk.pack('N', crc32($chunk));

        return substr($bytes, 0, 33).$text.substr($bytes, 33);
    }

    /** The head of a picture that says that it has so many pixels. */
    private static function claiming(int $width, int $height): string
    {
        $header = 'IHDR'.pack('NN', $width, $height)."\x08\x02\0\0\0";

        return "\x89PNG\r\n\x1A\n".pack('N', 13).$header.pack('N', crc32($header)).str_repeat("\0", 50);
    }
}
