namespace TinCompass.Server.Hosting;

/// <summary>The server will not start; the message is one clear sentence for the person who started it.</summary>
public class StartRefusedException(string message, Exception? inner = null) : Exception(message, inner);

/// <summary>The data are in use by a server that runs; nothing is wrong with them.</summary>
public sealed class DataInUseException(string message, Exception? inner = null) : StartRefusedException(message, inner);

/// <summary>The port is taken; nothing was touched.</summary>
public sealed class PortTakenException(string message, Exception? inner = null) : Exception(message, inner);
