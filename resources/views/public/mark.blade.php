@php use Skarvo\Topology\State; @endphp
<svg class="mark" width="20" height="20" viewBox="0 0 24 24" fill="none" stroke="currentColor" stroke-width="2" aria-hidden="true">
@if ($state === State::Down)
<path d="M12 2 22 12 12 22 2 12z" fill="currentColor" stroke="none"/><path class="cut" d="m8.5 8.5 7 7m0-7-7 7"/>
@elseif ($state === State::Degraded)
<path d="M12 2.5 21.5 12 12 21.5 2.5 12z"/><path d="M12 2.5 21.5 12 12 21.5z" fill="currentColor" stroke="none"/>
@elseif ($state !== null)
<circle cx="12" cy="12" r="8.5"/>
@endif
</svg>
