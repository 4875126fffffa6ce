@extends('public.page', ['title' => $place, 'feed' => $page->places[$place].'.atom', 'json' => $page->places[$place].'.json'])
@section('main')
<h1>{{ $place }}</h1>
@include('public.incidents', ['list' => $told])
@endsection
