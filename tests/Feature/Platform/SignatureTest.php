<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Platform\Outbox\Endpoint;
use App\Platform\Outbox\Gateway;
use App\Platform\Outbox\Signature;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\Http;
use Tests\TestCase;

/** What goes out to gateways is signed, where there is a secret; stand-ins/signature.mjs is the receiver's half. */
final class SignatureTest extends TestCase
{
    /** RFC 9421, B.2.5: a request with its test key. */
    public function test_the_example_of_the_standard(): void
    {
        self::assertSame('pxcQw6G3AjtMBQjwo8XzkZf/bws5LelbaMk5rGIGtE8=', base64_encode(Signature::sign(
            ['date' => 'Tue, 20 Apr 2021 02:07:55 GMT', '@authority' => 'example.com', 'content-type' => 'application/json'],
            '("date" "@authority" "content-type");created=1618884473;keyid="test-shared-secret"',
            (string) base64_decode('uzvJfB4u3N0Jy4T7NZ75MDVcr8zSTInedJtkgcu46YW4XByzNJjxBdtjUkdJPBtbmHhIDi6pcl8jsasjlTMtDQ==', true),
        )));
    }

    public function test_what_is_posted_carries_it_and_none_without_a_secret(): void
    {
        $this->travelTo('2026-03-03 08:00:00');
        $sent = [];
        Http::fake(static function (Request $request) use (&$sent) {
            $sent[] = $request;

            return Http::response([]);
        });
        $gateway = app(Gateway::class);
        $gateway->post(
            new Endpoint('http://127.0.0.1:8081/pages', 'secret of the quay'), ['to' => 'a@b.example', 'text' => 'Slått'],
            'page-7',
        )->wait();
        $gateway->post(new Endpoint('http://127.0.0.1:8081/pages'), ['to' => 'a@b.example'], 'page-8')->wait();

        self::assertSame('{"to":"a@b.example","text":"Slått"}', $sent[0]->body());
        self::assertSame(
            Signature::headers('http://127.0.0.1:8081/pages', $sent[0]->body(), 'page-7', 1_772_524_800, 'secret of the quay'),
            array_map(
                static fn(string $name): string => $sent[0]->header($name)[0] ?? '',
                ['Content-Digest' => 'Content-Digest', 'Signature-Input' => 'Signature-Input', 'Signature' => 'Signature'],
            ),
        );
        self::assertStringContainsString(
            $sent[0]->header('Signature')[0], (string) file_get_contents(base_path('tests/StandIns/signature.test.mjs')),
            'Its receiver knows the same.',
        );
        self::assertSame(['page-8', false], [$sent[1]->header('Idempotency-Key')[0], $sent[1]->hasHeader('Signature')]);
    }
}
