<?php

declare(strict_types=1);

namespace Tests\Feature\Platform;

use App\Platform\Http\SessionInOrder;
use Illuminate\Http\Request;
use Illuminate\Session\SessionManager;
use Illuminate\Session\Store;
use Symfony\Component\HttpFoundation\Cookie;
use Symfony\Component\HttpFoundation\Response;
use Tests\TestCase;

final class SessionInOrderTest extends TestCase
{
    private SessionManager $sessions;

    private string $id;

    protected function setUp(): void
    {
        parent::setUp();
        $this->sessions = new SessionManager(app());
        $this->ask('GET', static fn(Store $session) => $session->put('password', 'first'));
        $this->id = $this->sessions->driver()->getId();
    }

    public function test_a_look_for_news_leaves_it_as_it_is(): void
    {
        $this->ask('GET', static fn(Store $session) => $session->put('seen', 'yes'), [SessionInOrder::HEADER => '1']);
        self::assertArrayNotHasKey('seen', $this->stored());
        $this->ask('GET', static fn(Store $session) => $session->put('seen', 'yes'));
        self::assertSame('yes', $this->stored()['seen']);
    }

    public function test_a_look_that_comes_last_leaves_what_is_in_the_browser(): void
    {
        $live = [SessionInOrder::HEADER => '1'];
        self::assertCount(2, self::cookies($this->ask('GET', static fn(): null => null, $live)));
        $answer = $this->ask('GET', function (): void {
            $this->beside(fn() => $this->ask('POST', static fn(Store $session) => $session->invalidate()));
        }, $live);
        self::assertSame([], self::cookies($answer));
    }

    public function test_a_page_that_comes_last_does_not_put_back_what_a_deed_wrote_meanwhile(): void
    {
        $answer = $this->ask('GET', function (): void {
            $this->beside(fn() => $this->ask('POST', static fn(Store $session) => $session->put('password', 'second')));
        });
        self::assertSame('second', $this->stored()['password']);
        self::assertSame([], self::cookies($answer), 'What is in the browser may be newer.');

        $this->ask('GET', static fn(Store $session) => $session->put('last', 'page'));
        self::assertSame(['second', 'page'], [$this->stored()['password'], $this->stored()['last']]);
    }

    public function test_a_deed_writes_what_it_has_to_say_whatever_came_meanwhile(): void
    {
        $this->ask('POST', function (Store $session): void {
            $this->beside(fn() => $this->ask('GET', static fn(Store $other) => $other->put('last', 'page')));
            $session->put('done', 'yes');
        });
        self::assertSame('yes', $this->stored()['done']);
    }

    public function test_nothing_that_comes_last_signs_in_again_who_signed_out(): void
    {
        foreach (['GET', 'POST'] as $method) {
            $before = $this->id;
            $this->ask($method, function () use ($before): void {
                $this->beside(fn() => $this->ask('POST', static fn(Store $session) => $session->invalidate()));
                self::assertNotSame($before, $this->sessions->driver()->getId());
            });
            self::assertSame([], $this->stored(), $method);
            $this->setUp();
        }
    }

    public function test_whoever_signs_in_goes_on_under_another_name(): void
    {
        $answer = $this->ask('POST', static fn(Store $session) => $session->regenerate(true));
        self::assertSame([], $this->stored());
        $this->id = self::cookies($answer)[$this->sessions->driver()->getName()] ?? '';
        self::assertSame('first', $this->stored()['password']);
    }

    /** @return array<string, string> values by name */
    private static function cookies(Response $answer): array
    {
        return array_map(static fn(Cookie $one): string => (string) $one->getValue(), array_column(
            array_map(static fn(Cookie $one): array => [$one->getName(), $one], $answer->headers->getCookies()), 1, 0,
        ));
    }

    /** @return array<string, mixed> */
    private function stored(): array
    {
        $kept = (string) $this->sessions->driver()->getHandler()->read($this->id);

        return $kept === '' ? [] : (array) unserialize($kept, ['allowed_classes' => false]);
    }

    /** Another request, while one is under way: each has its own session at hand. */
    private function beside(\Closure $do): void
    {
        $mine = $this->sessions->driver();
        $handler = $mine->getHandler();
        $this->sessions = new SessionManager(app());
        $this->sessions->driver()->setHandler($handler);
        $do();
    }

    /**
     * @param  \Closure(Store): mixed  $do
     * @param  array<string, string>  $headers
     */
    private function ask(string $method, \Closure $do, array $headers = []): Response
    {
        $sessions = $this->sessions;
        $request = Request::create('/', $method, cookies: isset($this->id) ? [$sessions->driver()->getName() => $this->id] : []);
        $request->headers->add($headers);
        $answer = (new SessionInOrder($sessions))->handle($request, static function () use ($sessions, $do): Response {
            $do($sessions->driver());
            $answer = new Response;
            // As what guards forms against other sites does.
            $answer->headers->setCookie(Cookie::create('XSRF-TOKEN', (string) $sessions->driver()->token()));

            return $answer;
        });
        self::assertInstanceOf(Response::class, $answer);

        return $answer;
    }
}
