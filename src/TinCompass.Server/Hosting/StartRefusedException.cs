namespace TinCompass.Server.Hosting;

/// <summary>The server will not start; the message is one clear sentence for the person who started it.</summary>
public sealed class StartRefusedException(string message, Exception? inner = null) : Exception(message, inner);

/// <summary>The port is taken; nothing was touched.</summary>
public sealed class PortTakenException(string message, Exception? inner = null) : Exception(message, inner);
