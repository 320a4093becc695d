using System.Numerics;
using System.Runtime.CompilerServices;

namespace TinCompass.Core.Search;

/// <summary>
/// What is searched by <see cref="Deepening"/>: positions of some kind and the turns between them. A struct (it may hold spans), so that
/// each search gets code of its own
/// without a virtual call or an allocation per node.
/// </summary>
/// <typeparam name="TNode">A position: a small value.</typeparam>
public interface ISearched<TNode>
    where TNode : struct
{
    /// <summary>Called before the turns of a position are tried; false stops the whole search.</summary>
    bool Enter();

    /// <summary>The turns (as bits) worth trying from a position, with <paramref name="left"/> turns after each.</summary>
    uint Turns(in TNode node, int left);

    /// <summary>
    /// Makes a turn. False when the goal cannot be reached from there in <paramref name="left"/> turns more, or must not be (it stands too
    /// early); with none left, when it is
    /// not reached.
    /// </summary>
    bool TryTurn(in TNode node, int turn, int left, out TNode after);

    /// <summary>The turns that may follow a turn: of those that commute only one order is tried.</summary>
    uint AllowedAfter(int turn);

    /// <summary>A whole sequence; false stops the search.</summary>
    bool Found(scoped ReadOnlySpan<byte> turns);
}

/// <summary>The one depth-first search: every sequence of an exact length. Called with growing lengths it is iterative deepening.</summary>
public static class Deepening
{
    /// <summary>The longest sequence that is searched.</summary>
    public const int MaxLength = 32;

    /// <summary>
    /// Gives every sequence of exactly <paramref name="length"/> turns to <see cref="ISearched{TNode}.Found"/>. False when the search was
    /// stopped on the way. Length 0 is for
    /// the caller: whether the goal stands already is known before.
    /// </summary>
    /// <param name="searched">What is searched.</param>
    /// <param name="start">The first position.</param>
    /// <param name="allowed">The turns (as bits) the sequence may begin with.</param>
    /// <param name="length">1 to <see cref="MaxLength"/>.</param>
    public static bool All<TSearched, TNode>(scoped ref TSearched searched, scoped in TNode start, uint allowed, int length)
        where TSearched : struct, ISearched<TNode>, allows ref struct
        where TNode : struct
    {
        Span<byte> path = stackalloc byte[MaxLength];
        return Descend(ref searched, start, allowed, path[..length], 0);
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static bool Descend<TSearched, TNode>(
        scoped ref TSearched searched, scoped in TNode node, uint allowed, scoped Span<byte> path, int depth)
        where TSearched : struct, ISearched<TNode>, allows ref struct
        where TNode : struct
    {
        if (!searched.Enter()) return false;
        var left = path.Length - depth - 1;
        for (var open = allowed & searched.Turns(node, left); open != 0; open &= open - 1)
        {
            var turn = BitOperations.TrailingZeroCount(open);
            if (!searched.TryTurn(node, turn, left, out var next)) continue;
            path[depth] = (byte)turn;
            var goesOn = left == 0 ? searched.Found(path) : Descend(ref searched, next, searched.AllowedAfter(turn), path, depth + 1);
            if (!goesOn) return false;
        }

        return true;
    }
}
