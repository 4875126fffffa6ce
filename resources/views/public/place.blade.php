@extends('public.page', ['title' => $words->name($place), 'feed' => $page->places[$place].'.atom', 'json' => $page->places[$place].'.json', 'screen' => str_replace('place-', 'screen-', $page->places[$place])])
@section('main')
<h1>{{ $words->name($place) }}</h1>
@include('public.incidents', ['list' => $told])
@endsection
