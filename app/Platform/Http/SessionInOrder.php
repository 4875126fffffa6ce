<?php

declare(strict_types=1);

namespace App\Platform\Http;

use Illuminate\Contracts\Session\Session;
use Illuminate\Http\Request;
use Illuminate\Session\Middleware\StartSession;
use Symfony\Component\HttpFoundation\Response;

/**
 * Of requests that go on beside each other in one session, none takes back what another has left there meanwhile.
 *
 * A screen that looks for news writes nothing: it could take away the message that an action has left for its own answer.
 * A page that was asked for before a password was set, or before somebody signed out, and comes last, would put the session
 * back as it was: they would be thrown out, or signed in again.
 */
final class SessionInOrder extends StartSession
{
    public const HEADER = 'X-Live';

    /** Among what is kept with a request: which session it began with, and what stood in it. */
    private const FOUND = 'session-found';

    private const OVERTAKEN = 'session-overtaken';

    /**
     * @param  Request  $request
     * @param  Session  $session
     */
    protected function startSession(Request $request, $session): Session
    {
        $request->attributes->set(self::FOUND, [$session->getId(), self::stored($session)]);

        return parent::startSession($request, $session);
    }

    /**
     * @param  Request  $request
     * @param  Session  $session
     */
    protected function handleStatefulRequest(Request $request, $session, \Closure $next): mixed
    {
        $response = parent::handleStatefulRequest($request, $session, $next);
        if ($request->attributes->get(self::OVERTAKEN) === true && $response instanceof Response) {
            // What is in the browser by now is newer.
            $config = $this->manager->getSessionConfig();
            foreach ([$session->getName(), 'XSRF-TOKEN'] as $cookie) {
                $response->headers->removeCookie($cookie, $config['path'] ?? '/', $config['domain'] ?? null);
            }
        }

        return $response;
    }

    /** @param  Request  $request */
    protected function saveSession($request): void
    {
        $isOvertaken = self::isOvertaken($request, $request->session());
        $request->attributes->set(self::OVERTAKEN, $isOvertaken);
        if (! $isOvertaken && ! $request->headers->has(self::HEADER)) {
            parent::saveSession($request);
        }
    }

    /** Whether others wrote the session meanwhile, and this only looks; or ended it. */
    private static function isOvertaken(Request $request, Session $session): bool
    {
        [$id, $found] = $request->attributes->get(self::FOUND);
        if ($id !== $session->getId()) {
            return false;
        }
        $now = self::stored($session);

        return $now !== $found && ($now === '' || $request->isMethodSafe());
    }

    private static function stored(Session $session): string
    {
        return (string) $session->getHandler()->read($session->getId());
    }
}
